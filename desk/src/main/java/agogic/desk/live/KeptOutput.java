package agogic.desk.live;

import agogic.desk.settings.Settings;

/** The audio output that was chosen, and what is known of it, from one start to the next. */
final class KeptOutput {
    /** A name is kept as far as this. */
    private static final int NAME = 60;

    private static final double LONGEST = 1;

    private KeptOutput() {}

    static OutputChoice chosen() {
        int blocks = Settings.here().whole("output-blocks", OutputChoice.USUAL.blocks());
        int rate = Settings.here().whole("output-rate", 0);
        return new OutputChoice(
                Settings.here().text("output", ""),
                Math.max(4, Math.min(192, blocks)),
                OutputChoice.RATES.contains(rate) ? rate : 0);
    }

    static boolean keyboards() {
        return Settings.here().flag("keyboards", true);
    }

    static void keyboards(boolean heard) {
        Settings.here().put("keyboards", heard);
    }

    /** How long sound is on its way through an output, in seconds, 0 to 1; 0 if nobody measured or typed it. */
    static double latency(OutputChoice output) {
        double kept = Settings.here().number(key(output), 0);
        return kept >= 0 && kept <= LONGEST ? kept : 0;
    }

    static void latency(OutputChoice output, double seconds) {
        Settings.here().put(key(output), seconds);
    }

    private static String key(OutputChoice output) {
        String name = output.name();
        return "latency-" + output.blocks() + "-" + output.rate() + "-"
                + name.substring(0, Math.min(name.length(), NAME));
    }

    static void choose(OutputChoice choice) {
        Settings.here().put("output", choice.name());
        Settings.here().put("output-blocks", choice.blocks());
        Settings.here().put("output-rate", choice.rate());
    }
}
