package agogic.desk.aloud;

/** Speaks words, one after the other. */
public interface Speaker {
    /**
     * Speaks; returns at once.
     *
     * @param now true to break off what is being spoken and what waits
     */
    void speak(String words, boolean now);

    /** Breaks off what is being spoken. */
    void hush();

    /** Why it cannot speak, in words; empty if it can. */
    String whyNot();
}
