package agogic.core.record;

/** When a pass writes. */
public enum Punch {
    /** From where it begins to where it stops. */
    OFF("Write all the time"),
    /** Only between the ends of the loop, which need not be repeated. */
    RANGE("Write between the loop's ends"),
    /** From one press of a key to the next. */
    KEY("Write from key to key");

    private final String spoken;

    Punch(String spoken) {
        this.spoken = spoken;
    }

    /** The word for people. */
    public String spoken() {
        return spoken;
    }

    /** The next of the three. */
    public Punch next() {
        return values()[(ordinal() + 1) % values().length];
    }
}
