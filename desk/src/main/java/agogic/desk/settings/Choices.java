package agogic.desk.settings;

import agogic.core.edit.pass.FirstRide;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** What can be set once for all pieces, by its names in the file of settings, each with what it usually is. */
public final class Choices {
    /** Seconds after which what is not saved is kept. */
    public static final List<Integer> AUTOSAVE = List.of(30, 60, 120, 300);

    /** How many times as wide as usual the tolerance of a first ride may be. */
    public static final List<Double> WIDER = List.of(0.5, 1.0, 2.0, 4.0);

    /** Milliseconds by which a first ride may be steadied. */
    public static final List<Integer> STEADY = List.of(0, 30, 60, 120);

    private Choices() {}

    /** True for the light theme. */
    public static boolean light() {
        return Settings.here().flag("light", false);
    }

    /** Keeps whether windows are light. */
    public static void light(boolean is) {
        Settings.here().put("light", is);
    }

    /** True if what moves by itself is to move less. */
    public static boolean lessMotion() {
        return Settings.here().flag("motion.less", false);
    }

    /** Keeps whether less is to move. */
    public static void lessMotion(boolean is) {
        Settings.here().put("motion.less", is);
    }

    /** After so many seconds what is not saved is kept beside the piece. */
    public static int autosave() {
        int seconds = Settings.here().whole("autosave", AUTOSAVE.get(2));
        return AUTOSAVE.contains(seconds) ? seconds : AUTOSAVE.get(2);
    }

    /** Keeps after how many seconds a state is kept aside; 0 for never. */
    public static void autosave(int seconds) {
        Settings.here().put("autosave", seconds);
    }

    /** Where files are asked for first; empty for where the system does, or if it is gone. */
    public static Optional<Path> folder() {
        String kept = Settings.here().text("folder", "");
        return kept.isEmpty() ? Optional.empty() : Optional.of(Path.of(kept)).filter(Files::isDirectory);
    }

    /** Files are asked for here first. */
    public static void folder(Optional<Path> where) {
        where.ifPresentOrElse(path -> Settings.here().put("folder", path.toAbsolutePath()), () -> Settings.here()
                .remove("folder"));
    }

    /** How many times as wide as usual the tolerance of the first ride of a lane is. */
    public static double wider() {
        double times = Settings.here().number("ride.tolerance", 1);
        return WIDER.contains(times) ? times : 1;
    }

    /** Keeps how many times as wide as usual the tolerance of rides is, above 0. */
    public static void wider(double times) {
        Settings.here().put("ride.tolerance", times);
    }

    /** How far the first ride of a lane is steadied, in milliseconds. */
    public static int steady() {
        int millis = Settings.here().whole("ride.steady", STEADY.get(1));
        return STEADY.contains(millis) ? millis : STEADY.get(1);
    }

    /** Keeps by how many milliseconds rides are steadied, 0 or more. */
    public static void steady(int millis) {
        Settings.here().put("ride.steady", millis);
    }

    /** How the first ride of a lane is drawn, where sound was on its way for so many seconds. */
    public static FirstRide firstRide(double latency) {
        return new FirstRide(latency, wider(), steady() / 1000.0);
    }

    /** True if the words of what has the focus, of values that change, of answers ({@code focus, values, answers}) are spoken. */
    public static boolean spoken(String what) {
        return Settings.here().flag("aloud." + what, true);
    }

    /** Keeps whether a kind of event is spoken. */
    public static void spoken(String what, boolean is) {
        Settings.here().put("aloud." + what, is);
    }
}
