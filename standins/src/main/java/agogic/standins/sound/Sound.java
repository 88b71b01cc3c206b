package agogic.standins.sound;

/** One device making or changing sound, block by block. Used by one thread; allocates nothing while it plays. */
interface Sound {
    /** Works on one block in place: an effect changes what is there, an instrument adds to it. */
    void process(double[] left, double[] right, Knobs knobs);

    /** A note begins: MIDI pitch and velocity. */
    default void noteOn(int pitch, int velocity) {}

    default void noteOff(int pitch) {}

    /** Silence at once, as if nothing had ever sounded. */
    void reset();
}
