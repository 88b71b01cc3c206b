package agogic.core.route;

/** What a control without a motor does when it does not stand where the value is. */
public enum Takeover {
    /** The value goes where the hand is. */
    JUMP,
    /** Nothing happens until the hand crosses the value. */
    PICKUP,
    /** The way left on both sides is kept in proportion until they meet. */
    SCALED;

    /** The word for people. */
    public String spoken() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }
}
