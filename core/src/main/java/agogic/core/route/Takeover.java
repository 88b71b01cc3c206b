package agogic.core.route;

/** What a control without a motor does when it does not stand where the value is. */
public enum Takeover {
    /** The value goes where the hand is. */
    AT_ONCE,
    /** Nothing happens until the hand crosses the value. */
    WHEN_THEY_MEET,
    /** The way left on both sides is kept in proportion until they meet. */
    CLOSING_IN;

    /** The word for people. */
    public String spoken() {
        return name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
    }
}
