package agogic.core.sync;

/**
 * How MIDI time code counts frames (MIDI Time Code, RP-004; labels of drop frames as in SMPTE ST 12-1): each frame is told
 * in quarters, eight messages of four bits for two frames.
 */
public enum TimeCode {
    /** Film. */
    FPS_24("24", 24, 24, 0),
    /** Pictures of half the world. */
    FPS_25("25", 25, 25, 1),
    /** 29.97: two numbers are left out each minute but each tenth. */
    FPS_29_97_DROP("29.97 drop", 30_000.0 / 1001, 30, 2),
    /** 30. */
    FPS_30("30", 30, 30, 3);

    private static final int DROPPED = 2;
    /** Numbers that ten minutes of drop frames have. */
    private static final int TEN_MINUTES = 17_982;

    private static final int MINUTE = 1_798;

    private final String spoken;
    private final double rate;
    private final int labels;
    private final int code;

    TimeCode(String spoken, double rate, int labels, int code) {
        this.spoken = spoken;
        this.rate = rate;
        this.labels = labels;
        this.code = code;
    }

    /** For people: frames a second. */
    public String spoken() {
        return spoken;
    }

    /** Frames in a second. */
    public double rate() {
        return rate;
    }

    /** The rate with these two bits of the last quarter. */
    static TimeCode ofCode(int code) {
        return values()[code & 3];
    }

    /** The number that frame {@code frame} (0 for the first) is called by, counted without gaps. */
    private long label(long frame) {
        if (this != FPS_29_97_DROP) {
            return frame;
        }
        long tens = frame / TEN_MINUTES;
        long rest = frame % TEN_MINUTES;
        long minutes = rest < MINUTE + DROPPED ? 0 : (rest - DROPPED) / MINUTE;
        return frame + DROPPED * 9 * tens + DROPPED * minutes;
    }

    /** The four bits and the place of quarter {@code quarter} (0..7) of the two frames from {@code frame} on. */
    public int piece(long frame, int quarter) {
        long label = label(frame);
        int frames = (int) (label % labels);
        int seconds = (int) (label / labels % 60);
        int minutes = (int) (label / labels / 60 % 60);
        int hours = (int) (label / labels / 3600 % 24);
        int bits =
                switch (quarter) {
                    case 0 -> frames & 0x0F;
                    case 1 -> frames >> 4;
                    case 2 -> seconds & 0x0F;
                    case 3 -> seconds >> 4;
                    case 4 -> minutes & 0x0F;
                    case 5 -> minutes >> 4;
                    case 6 -> hours & 0x0F;
                    default -> hours >> 4 | code << 1;
                };
        return quarter << 4 | bits;
    }

    /** The frame, 0 for the first, that these numbers call. */
    public long frame(int hours, int minutes, int seconds, int frames) {
        long label = ((hours * 60L + minutes) * 60 + seconds) * labels + frames;
        if (this != FPS_29_97_DROP) {
            return label;
        }
        long all = hours * 60L + minutes;
        return label - DROPPED * (all - all / 10);
    }
}
