package agogic.desk.parts;

import agogic.desk.settings.Settings;
import java.util.List;
import java.util.Locale;

/** How large everything is drawn, in percent: a setting that counts from the next start on. */
public final class TextSize {
    /** The sizes there are. */
    public static final List<Integer> ALL = List.of(100, 125, 150, 175, 200);

    private static final String KEY = "text-size";

    private TextSize() {}

    /** The size that counts from the next start on; one that is not there is the usual. */
    public static int kept() {
        int percent = Settings.here().whole(KEY, ALL.get(0));
        return ALL.contains(percent) ? percent : ALL.get(0);
    }

    /** The next larger (1) or smaller (−1) one, or the usual (0), counts from the next start on; the new one. */
    public static int change(int by) {
        int place = by == 0 ? 0 : Math.max(0, Math.min(ALL.size() - 1, ALL.indexOf(kept()) + by));
        Settings.here().put(KEY, ALL.get(place));
        return ALL.get(place);
    }

    /** One of the sizes counts from the next start on. */
    public static void keep(int percent) {
        Settings.here().put(KEY, percent);
    }

    /** Everything that is drawn from now on has the size that is kept: before the window's toolkit starts. */
    public static void begin() {
        for (String system : List.of("gtk", "win")) {
            String property = "glass." + system + ".uiScale";
            // Who starts it with a scale of their own means it; at the usual size the system's own scale counts.
            if (System.getProperty(property) == null && kept() != ALL.get(0)) {
                System.setProperty(property, String.format(Locale.ROOT, "%.2f", kept() / 100.0));
            }
        }
    }
}
