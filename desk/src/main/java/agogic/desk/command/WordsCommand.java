package agogic.desk.command;

import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import agogic.standins.sound.StandIns;
import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URISyntaxException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** {@code words}: all that the program says to people, with the classes that say it. */
@Command(
        name = "words",
        description = "All that the program says to people, by class: to be read together, changed and translated.")
final class WordsCommand extends FileCommand {
    /** One class of each module. */
    private static final List<Class<?>> MODULES =
            List.of(Session.class, SessionFile.class, StandIns.class, WordsCommand.class);

    /** Two words at least, or one with a capital: what else is a constant is an id, a style, a path or a format. */
    private static final Pattern SAID =
            Pattern.compile("\\p{Lu}[\\p{L}’'-]+[.…:?!]?|.*\\p{L}{2,}[,;:.]? \\p{L}.*", Pattern.DOTALL);

    private static final Pattern NOT_SAID = Pattern.compile(
            "-fx-.*|.*[{}<>_]\\S.*|https?:.*|[A-Z0-9_]+|.*\\.(css|json|woff|java)|(java|javafx|agogic|Ljava)[./].*",
            Pattern.DOTALL);

    @Parameters(arity = "0..1", paramLabel = "CLASS", description = "only classes whose name has this in it")
    private String only = "";

    @Override
    public Answer run() throws IOException {
        Map<String, Set<String>> all = new TreeMap<>();
        for (Class<?> one : MODULES) {
            read(one, all);
        }
        int count = 0;
        for (Map.Entry<String, Set<String>> entry : all.entrySet()) {
            count += entry.getValue().size();
        }
        Answer answer = new Answer().put("words", all).put("count", count);
        all.forEach((name, words) -> words.forEach(w -> answer.say(name + ": " + w)));
        return answer;
    }

    private void read(Class<?> module, Map<String, Set<String>> all) throws IOException {
        Path place;
        try {
            place = Path.of(
                    module.getProtectionDomain().getCodeSource().getLocation().toURI());
        } catch (URISyntaxException e) {
            throw new IOException("The program does not know where it lies.", e);
        }
        if (Files.isDirectory(place)) {
            classes(place, all);
        } else {
            try (FileSystem jar = FileSystems.newFileSystem(place, Map.of())) {
                classes(jar.getPath("/"), all);
            }
        }
    }

    private void classes(Path root, Map<String, Set<String>> all) throws IOException {
        try (Stream<Path> files = Files.walk(root)) {
            for (Path file : (Iterable<Path>) files.filter(f -> f.toString().endsWith(".class"))::iterator) {
                String name = root.relativize(file)
                        .toString()
                        .replace('\\', '/')
                        .replaceAll("\\.class$|\\$.*", "")
                        .replace('/', '.');
                if (!name.toLowerCase(Locale.ROOT).contains(only.toLowerCase(Locale.ROOT))) {
                    continue;
                }
                try (InputStream in = Files.newInputStream(file)) {
                    for (String text : constants(in)) {
                        if (SAID.matcher(text).matches()
                                && !NOT_SAID.matcher(text).matches()) {
                            all.computeIfAbsent(name, n -> new TreeSet<>()).add(text);
                        }
                    }
                }
            }
        }
    }

    /** The texts of a class file; what is put in when it runs is “…”. The Java Virtual Machine Specification, 4.4. */
    private static List<String> constants(InputStream in) throws IOException {
        DataInputStream data = new DataInputStream(in);
        data.readLong();
        int count = data.readUnsignedShort();
        String[] texts = new String[count];
        List<Integer> strings = new ArrayList<>();
        for (int i = 1; i < count; i++) {
            int tag = data.readUnsignedByte();
            switch (tag) {
                case 1 -> texts[i] = data.readUTF();
                case 8 -> strings.add(data.readUnsignedShort());
                case 7, 16, 19, 20 -> data.readUnsignedShort();
                case 15 -> data.skipBytes(3);
                case 5, 6 -> {
                    data.readLong();
                    i++;
                }
                default -> data.readInt();
            }
        }
        return strings.stream()
                .map(s -> texts[s].replace("\u0001", "…").strip())
                .toList();
    }
}
