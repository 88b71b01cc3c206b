package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Span;
import agogic.core.session.Session;
import agogic.formats.file.FormatException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Session files that would take all memory, all time, or two things for one. */
class BoundsTest {
    @TempDir
    private Path folder;

    /** Writes the parts of something to a stream. */
    private interface Part {
        void to(OutputStream out) throws IOException;
    }

    private Map<String, Part> sound() throws IOException {
        Path whole = folder.resolve("whole.agogic");
        SessionFile.save(whole, LongEditsTest.first());
        Map<String, Part> parts = new LinkedHashMap<>();
        try (ZipFile zip = new ZipFile(whole.toFile())) {
            for (var all = zip.entries(); all.hasMoreElements(); ) {
                ZipEntry entry = all.nextElement();
                byte[] bytes = zip.getInputStream(entry).readAllBytes();
                parts.put(entry.getName(), out -> out.write(bytes));
            }
        }
        return parts;
    }

    private Path zip(Map<String, Part> parts) throws IOException {
        Path file = folder.resolve("odd.agogic");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            for (Map.Entry<String, Part> part : parts.entrySet()) {
                zip.putNextEntry(new ZipEntry(part.getKey()));
                part.getValue().to(zip);
                zip.closeEntry();
            }
        }
        return file;
    }

    private void refused(Map<String, Part> parts, String words) throws IOException {
        Path file = zip(parts);
        assertThat(Files.size(file)).isLessThan(16L << 20);
        assertThatThrownBy(() -> SessionFile.open(file))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining(words)
                .hasMessageEndingWith(".");
    }

    private static Part repeated(String head, String again, long times) {
        return out -> {
            out.write(head.getBytes(StandardCharsets.UTF_8));
            ByteArrayOutputStream block = new ByteArrayOutputStream();
            for (int i = 0; i < 10_000; i++) {
                block.writeBytes(again.getBytes(StandardCharsets.UTF_8));
            }
            for (long i = 0; i < times / 10_000; i++) {
                block.writeTo(out);
            }
        };
    }

    @Test
    void aPartOfZerosIsRefused() throws IOException {
        Map<String, Part> parts = sound();
        parts.put("session.json", repeated("", "\0\0\0\0\0\0\0\0", 80_000_000));
        refused(parts, "larger than a session's may be");
    }

    @Test
    @Tag("long")
    void manyRidesThatAreLargeTogetherAreRefused() throws IOException {
        Map<String, Part> parts = sound();
        for (int i = 0; i < 3; i++) {
            parts.put("rides/r" + i + ".csv", repeated("seconds,value\r\n", "0,0\r\n", 4_000_000));
        }
        refused(parts, "more moves than may be read");
    }

    @Test
    void aDocumentOfEmptyListsIsRefusedBeforeItIsMade() throws IOException {
        Map<String, Part> parts = new LinkedHashMap<>();
        parts.put("session.json", repeated("[", "[],", 32_000_000));
        refused(parts, "Nothing was opened");
    }

    @Test
    void aDocumentNestedDeeplyIsRefused() throws IOException {
        Map<String, Part> parts = new LinkedHashMap<>();
        parts.put("session.json", repeated("", "[", 100_000));
        refused(parts, "nesting");
    }

    @Test
    void macrosInMacrosHaveADepth() {
        List<Macro> macros = new ArrayList<>();
        for (int i = 0; i < 5_000; i++) {
            Macro macro = Macro.named("m" + i, "Macro " + i);
            macros.add(
                    i == 0
                            ? macro
                            : macro.with(
                                    List.of(new Member.BySpan(macros.get(i - 1).target(), Span.FULL))));
        }
        assertThatThrownBy(() -> LongEditsTest.first().withMacros(macros))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("16 deep");
    }

    @Test
    void versionsAreCountedFromOne() throws IOException {
        for (String version : List.of("0", "-5", "3000000000")) {
            Map<String, Part> parts = sound();
            ByteArrayOutputStream json = new ByteArrayOutputStream();
            parts.get("session.json").to(json);
            String text = json.toString(StandardCharsets.UTF_8)
                    .replaceFirst("\"version\" : \\d+", "\"version\" : " + version);
            parts.put("session.json", out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
            refused(parts, "version");
        }
    }

    /** Two parts of one name: a writer of ours cannot make that, so the second is renamed in the bytes. */
    @Test
    void twoSessionsInOneFileAreRefused() throws IOException {
        Map<String, Part> parts = sound();
        parts.put("session.jsom", parts.get("session.json"));
        Path file = zip(parts);
        byte[] bytes = Files.readAllBytes(file);
        String text = new String(bytes, StandardCharsets.ISO_8859_1).replace("session.jsom", "session.json");
        Files.write(file, text.getBytes(StandardCharsets.ISO_8859_1));
        assertThatThrownBy(() -> SessionFile.open(file)).hasMessageContaining("two parts called session.json");
    }

    @Test
    void noDeviceMayBeTheMacros() {
        Session session = LongEditsTest.first();
        assertThatThrownBy(() -> session.withDevice(session.devices().get(0).named("macros", "X")))
                .hasMessageContaining("macro");
    }

    @Test
    void aFolderAndAPipeAreNoSession() throws Exception {
        assertThatThrownBy(() -> SessionFile.open(folder)).hasMessageContaining("is a folder");
        Path pipe = folder.resolve("pipe");
        assertThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor())
                .isZero();
        assertThatThrownBy(() -> SessionFile.open(pipe)).hasMessageContaining("a pipe or a device");
    }
}
