package agogic.core.audio;

import java.util.OptionalInt;

/**
 * A sound that is found again in what a microphone hears: its frequency rises evenly, so that it is like itself at one place
 * only (a matched filter; Turin, An introduction to matched filters, 1960).
 */
public final class Chirp {
    private static final double SECONDS = 0.06;
    private static final double FROM = 500;
    private static final double TO = 6_000;
    private static final double EDGE = 0.005;
    /** −12 dB of full scale. */
    private static final double LEVEL = 0.25;
    /** So much more than on average it is at its place: noise alone comes to about 4.5 in a second. */
    private static final double SURE = 8;

    private Chirp() {}

    /** The sound at {@code rate} frames a second, 60 ms of it, −1 to 1. */
    public static float[] at(int rate) {
        float[] samples = new float[(int) Math.round(SECONDS * rate)];
        for (int i = 0; i < samples.length; i++) {
            double t = (double) i / rate;
            double phase = 2 * Math.PI * (FROM * t + (TO - FROM) * t * t / (2 * SECONDS));
            double edge = Math.min(1, Math.min(t, SECONDS - t) / EDGE);
            samples[i] = (float) (LEVEL * Math.sin(Math.PI / 2 * edge) * Math.sin(phase));
        }
        return samples;
    }

    /**
     * The frame at which it begins in what was heard at {@code rate} frames a second, either way round; empty if it is not
     * clearly there.
     */
    public static OptionalInt find(float[] heard, int rate) {
        float[] chirp = at(rate);
        int places = heard.length - chirp.length + 1;
        double best = 0;
        double sum = 0;
        int place = -1;
        for (int k = 0; k < places; k++) {
            double like = 0;
            for (int i = 0; i < chirp.length; i++) {
                like += heard[k + i] * chirp[i];
            }
            sum += like * like;
            if (Math.abs(like) > best) {
                best = Math.abs(like);
                place = k;
            }
        }
        return place >= 0 && best > SURE * Math.sqrt(sum / places) ? OptionalInt.of(place) : OptionalInt.empty();
    }
}
