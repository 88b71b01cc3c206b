package agogic.desk.log;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What the program that runs is made of: itself, what it runs on, and the libraries it came with. */
public final class MadeOf {
    private static final Pattern JAR = Pattern.compile("(.+?)-(\\d[\\w.]*?)(-\\w+)?\\.jar");

    private MadeOf() {}

    /** The program and its version. */
    public static String program() {
        return "Agogic " + Log.VERSION;
    }

    /** What it runs on. */
    public static String runsOn() {
        return "Java " + Runtime.version() + " on " + System.getProperty("os.name") + " "
                + System.getProperty("os.arch");
    }

    /** The libraries by their names, each with its version. */
    public static SortedMap<String, String> libraries() {
        SortedMap<String, String> all = new TreeMap<>();
        String paths = System.getProperty("java.class.path", "")
                + File.pathSeparator
                + System.getProperty("jdk.module.path", "");
        for (String path : paths.split(File.pathSeparator)) {
            Matcher jar = JAR.matcher(new File(path).getName());
            if (jar.matches() && !jar.group(1).startsWith("agogic")) {
                all.put(jar.group(1), jar.group(2));
            }
        }
        ModuleLayer.boot()
                .findModule("javafx.graphics")
                .flatMap(module -> module.getDescriptor().rawVersion())
                .ifPresent(version -> all.put("javafx", version));
        return all;
    }

    /** The licences of all parts; only a package has them, a source folder has them in the parts themselves. */
    public static Optional<Path> notices() {
        String home = System.getProperty("agogic.home", "");
        return home.isEmpty()
                ? Optional.empty()
                : Optional.of(Path.of(home, "notices.txt")).filter(Files::isRegularFile);
    }
}
