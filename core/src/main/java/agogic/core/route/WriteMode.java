package agogic.core.route;

/** The usual write modes of the trade. */
public enum WriteMode {
    READ("Read"),
    TOUCH("Touch"),
    LATCH("Latch"),
    WRITE("Write");

    private final String spoken;

    WriteMode(String spoken) {
        this.spoken = spoken;
    }

    /** The word for people. */
    public String spoken() {
        return spoken;
    }

    /** True if a pass in this mode writes. */
    public boolean writes() {
        return this != READ;
    }
}
