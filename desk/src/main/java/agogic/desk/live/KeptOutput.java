package agogic.desk.live;

import java.util.prefs.Preferences;

/** The audio output that was chosen, from one start to the next. */
final class KeptOutput {
    private static final Preferences KEPT = Preferences.userNodeForPackage(KeptOutput.class);

    private KeptOutput() {}

    static OutputChoice chosen() {
        int blocks = KEPT.getInt("output-blocks", OutputChoice.USUAL.blocks());
        return new OutputChoice(KEPT.get("output", ""), Math.max(4, Math.min(192, blocks)));
    }

    static boolean keyboards() {
        return KEPT.getBoolean("keyboards", true);
    }

    static void keyboards(boolean heard) {
        KEPT.putBoolean("keyboards", heard);
    }

    static void choose(OutputChoice choice) {
        KEPT.put("output", choice.name());
        KEPT.putInt("output-blocks", choice.blocks());
    }
}
