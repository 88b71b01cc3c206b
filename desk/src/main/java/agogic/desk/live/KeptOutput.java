package agogic.desk.live;

import java.util.prefs.Preferences;

/** The audio output that was chosen, and what is known of it, from one start to the next. */
final class KeptOutput {
    private static final Preferences KEPT = Preferences.userNodeForPackage(KeptOutput.class);
    private static final double LONGEST = 1;

    private KeptOutput() {}

    static OutputChoice chosen() {
        int blocks = KEPT.getInt("output-blocks", OutputChoice.USUAL.blocks());
        int rate = KEPT.getInt("output-rate", 0);
        return new OutputChoice(
                KEPT.get("output", ""),
                Math.max(4, Math.min(192, blocks)),
                OutputChoice.RATES.contains(rate) ? rate : 0);
    }

    static boolean keyboards() {
        return KEPT.getBoolean("keyboards", true);
    }

    static void keyboards(boolean heard) {
        KEPT.putBoolean("keyboards", heard);
    }

    /** How long sound is on its way through an output, in seconds, 0 to 1; 0 if nobody measured or typed it. */
    static double latency(OutputChoice output) {
        double kept = KEPT.getDouble(key(output), 0);
        return kept >= 0 && kept <= LONGEST ? kept : 0;
    }

    static void latency(OutputChoice output, double seconds) {
        KEPT.putDouble(key(output), seconds);
    }

    private static String key(OutputChoice output) {
        String name = output.name();
        return "latency-" + output.blocks() + "-" + output.rate() + "-"
                + name.substring(0, Math.min(name.length(), Preferences.MAX_KEY_LENGTH - 24));
    }

    static void choose(OutputChoice choice) {
        KEPT.put("output", choice.name());
        KEPT.putInt("output-blocks", choice.blocks());
        KEPT.putInt("output-rate", choice.rate());
    }
}
