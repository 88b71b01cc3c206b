package agogic.formats.audio;

/** How a sample is written. */
public enum Depth {
    /** 16 bit whole numbers with triangular dither of one step each way. */
    SIXTEEN(2, "16"),
    /** 24 bit whole numbers, rounded. */
    TWENTY_FOUR(3, "24"),
    /** 32 bit floating point: beyond full scale as well. */
    FLOAT(4, "32f");

    private final int bytes;
    private final String word;

    Depth(int bytes, String word) {
        this.bytes = bytes;
        this.word = word;
    }

    /**
     * The one of this word.
     *
     * @throws IllegalArgumentException if there is none
     */
    public static Depth of(String word) {
        for (Depth one : values()) {
            if (one.word.equalsIgnoreCase(word)) {
                return one;
            }
        }
        throw new IllegalArgumentException("The bits of a sample are 16, 24 or 32f, not “" + word + "”.");
    }

    /** The bytes of a sample. */
    public int bytes() {
        return bytes;
    }

    /** What it is called in a command. */
    public String word() {
        return word;
    }
}
