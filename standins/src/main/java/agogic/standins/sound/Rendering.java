package agogic.standins.sound;

import agogic.core.play.Engine;
import agogic.core.session.Session;

/** Plays a session without waiting for any clock: the same session gives the same samples to the last bit. */
public final class Rendering {
    private Rendering() {}

    /** Interleaved left and right samples, nominally within −1..1, of {@code from..to} seconds of the piece. */
    public static float[] render(Session session, double from, double to) {
        int blocks = (int) Math.ceil((to - from) / Block.SECONDS);
        float[] samples = new float[blocks * Block.FRAMES * 2];
        Engine engine = new Engine(session);
        Mixer mixer = new Mixer(session);
        engine.play(from, from);
        double[] left = new double[Block.FRAMES];
        double[] right = new double[Block.FRAMES];
        for (int b = 0; b < blocks; b++) {
            engine.tick(Math.round(b * Block.SECONDS * 1e9));
            mixer.block(engine.live(), left, right);
            for (int i = 0; i < Block.FRAMES; i++) {
                samples[2 * (b * Block.FRAMES + i)] = (float) left[i];
                samples[2 * (b * Block.FRAMES + i) + 1] = (float) right[i];
            }
        }
        return samples;
    }
}
