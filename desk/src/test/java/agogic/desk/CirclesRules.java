package agogic.desk;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.desk.model.Desk;
import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Classes that know each other, round in a circle, are few at a time; and a name means one thing. */
abstract class CirclesRules {
    private static final Map<String, Set<String>> KNOWS = new TreeMap<>();

    static {
        for (JavaClass one : DirectionTest.CLASSES) {
            Set<String> all = KNOWS.computeIfAbsent(top(one), name -> new TreeSet<>());
            for (Dependency to : one.getDirectDependenciesFromSelf()) {
                if (to.getTargetClass().getPackageName().startsWith("agogic")) {
                    all.add(top(to.getTargetClass()));
                }
            }
        }
    }

    /** A constant of another class leaves no trace in what is compiled: what a source names, its class knows. */
    static {
        for (String module : List.of("core", "formats", "standins", "desk")) {
            Path sources = Path.of("..", module, "src", "main", "java");
            try (Stream<Path> all = Files.walk(sources)) {
                all.filter(file -> file.toString().endsWith(".java")).forEach(file -> named(sources, file));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private static void named(Path sources, Path file) {
        String path = sources.relativize(file).toString();
        String name = path.substring(0, path.length() - ".java".length()).replace(File.separatorChar, '.');
        String said;
        try {
            said = Files.readString(file).replaceAll("(?s)/\\*.*?\\*/|//[^\n]*|\"(?:\\\\.|[^\"\\\\\n])*\"", " ");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        String here = name.substring(0, name.lastIndexOf('.') + 1);
        Matcher constant =
                Pattern.compile("\\b([A-Z]\\w*)\\.[A-Z][A-Z0-9_]+\\b").matcher(said);
        while (constant.find()) {
            String other = here + constant.group(1);
            Matcher brought = Pattern.compile("import (?:static )?(agogic\\.[\\w.]*\\." + constant.group(1) + ")\\b")
                    .matcher(said);
            other = brought.find() ? brought.group(1) : other;
            boolean own = Pattern.compile("\\b(?:enum|record|class|interface) " + constant.group(1) + "\\b")
                    .matcher(said)
                    .find();
            if (!own && KNOWS.containsKey(name) && KNOWS.containsKey(other)) {
                KNOWS.get(name).add(other);
            }
        }
    }

    private static String top(JavaClass one) {
        String name = one.getBaseComponentType().getName();
        return name.contains("$") ? name.substring(0, name.indexOf('$')) : name;
    }

    /** Tarjan 1972. */
    private static final class Circles {
        private final Map<String, Integer> number = new HashMap<>();
        private final Map<String, Integer> low = new HashMap<>();
        private final Deque<String> open = new ArrayDeque<>();
        private final Set<String> in = new HashSet<>();
        private final List<Set<String>> found = new ArrayList<>();

        List<Set<String>> all() {
            KNOWS.keySet().forEach(name -> {
                if (!number.containsKey(name)) {
                    visit(name);
                }
            });
            return found;
        }

        private void visit(String name) {
            number.put(name, number.size());
            low.put(name, number.get(name));
            open.push(name);
            in.add(name);
            for (String to : KNOWS.getOrDefault(name, Set.of())) {
                if (!number.containsKey(to)) {
                    visit(to);
                    low.merge(name, low.get(to), Math::min);
                } else if (in.contains(to)) {
                    low.merge(name, number.get(to), Math::min);
                }
            }
            if (low.get(name).equals(number.get(name))) {
                Set<String> circle = new TreeSet<>();
                String last;
                do {
                    last = open.pop();
                    in.remove(last);
                    circle.add(last);
                } while (!last.equals(name));
                found.add(circle);
            }
        }
    }

    @Test
    void noCircleIsLarge() {
        for (Set<String> circle : new Circles().all()) {
            assertThat(circle).hasSizeLessThanOrEqualTo(5);
        }
    }

    /** Nobody knows everything: what puts the parts together is passed to few, the others get the parts that they use. */
    @Test
    void theWholeDeskIsPassedToFew() {
        List<String> knowing = KNOWS.entrySet().stream()
                .filter(one -> one.getValue().contains(Desk.class.getName()))
                .map(Map.Entry::getKey)
                .filter(name -> !name.equals(Desk.class.getName()))
                // They ask a window for it, to measure it or to take its picture.
                .filter(name -> !name.matches("agogic\\.desk\\.(measure|shots)\\..*"))
                .toList();
        assertThat(knowing).hasSizeBetween(1, 20);
    }

    /** Two classes of one name are two things with one word. */
    @Test
    void aNameMeansOneThing() {
        Map<String, String> known = new HashMap<>();
        KNOWS.keySet().stream().filter(name -> !name.endsWith("package-info")).forEach(name -> assertThat(
                        known.put(name.substring(name.lastIndexOf('.') + 1), name))
                .as("named like %s", name)
                .isNull());
    }
}
