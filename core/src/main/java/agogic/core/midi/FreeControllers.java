package agogic.core.midi;

/**
 * Controller numbers to which MIDI 1.0 gives no meaning of their own (MIDI 1.0 Detailed Specification, table of
 * controllers): 3, 9, 14, 15 and 20–31, with 35, 41, 46, 47 and 52–63 as their fine bytes; 85–87, 89, 90 and 102–119.
 */
public final class FreeControllers {
    private static final int[] COARSE = {20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30, 31, 14, 15, 3, 9};
    private static final int[] SINGLE = {
        102, 103, 104, 105, 106, 107, 108, 109, 110, 111, 112, 113, 114, 115, 116, 117, 118, 119, 85, 86, 87, 89, 90
    };

    private FreeControllers() {}

    /** Numbers below 32 whose fine byte, 32 higher, is free as well. */
    public static int[] coarse() {
        return COARSE.clone();
    }

    /** Numbers that have no fine byte. */
    public static int[] single() {
        return SINGLE.clone();
    }
}
