package agogic.standins.sound;

import agogic.core.audio.AudioFile;

/** The unit of sound: 64 frames at 48 kHz. */
public final class Block {
    public static final int RATE = AudioFile.HEARD;
    public static final int FRAMES = 64;

    /** Seconds of one block. */
    public static final double SECONDS = (double) FRAMES / RATE;

    private Block() {}
}
