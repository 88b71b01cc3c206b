package agogic.core.device;

/** Whether a host can reach a parameter. */
public enum Exposure {
    /** On a socket, or reached outside by a MIDI controller. */
    EXPOSED("exposed"),
    /** Asked for, but without a socket. */
    WANTED("wanted"),
    /** The device's own: never to be written. */
    RESERVED("reserved"),
    /** All the rest. */
    HIDDEN("hidden");

    private final String spoken;

    Exposure(String spoken) {
        this.spoken = spoken;
    }

    /** The word for people. */
    public String spoken() {
        return spoken;
    }
}
