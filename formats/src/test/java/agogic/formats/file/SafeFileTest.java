package agogic.formats.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** What saving puts in the place of what was there. */
@DisabledOnOs(OS.WINDOWS)
class SafeFileTest {
    @TempDir
    private Path folder;

    private static SafeFile.Content text(String text) {
        return out -> out.write(text.getBytes(StandardCharsets.UTF_8));
    }

    private List<Path> all() throws IOException {
        try (Stream<Path> list = Files.list(folder)) {
            return list.toList();
        }
    }

    @Test
    void aLinkStaysALinkAndWhatItLeadsToIsWritten() throws IOException {
        Path real = Files.writeString(folder.resolve("real"), "old");
        Path link = Files.createSymbolicLink(folder.resolve("link"), Path.of("real"));
        Path second = Files.createSymbolicLink(folder.resolve("second"), link);
        SafeFile.write(second, text("new"));
        assertThat(link).isSymbolicLink();
        assertThat(second).isSymbolicLink();
        assertThat(real).hasContent("new");
        Path nowhere = Files.createSymbolicLink(folder.resolve("nowhere"), Path.of("made"));
        SafeFile.write(nowhere, text("made"));
        assertThat(folder.resolve("made")).hasContent("made");
        Path round = Files.createSymbolicLink(folder.resolve("round"), Path.of("round"));
        assertThatThrownBy(() -> SafeFile.write(round, text("x"))).hasMessageContaining("circle");
    }

    @Test
    void whoMayReadTheOldFileMayReadTheNewOne() throws IOException {
        Path file = Files.writeString(folder.resolve("private"), "old");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
        SafeFile.write(file, text("new"));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        assertThat(file).hasContent("new");
    }

    @Test
    void aFileWithTwoNamesKeepsBoth() throws IOException {
        Path one = Files.writeString(folder.resolve("one"), "the old, which is longer");
        Path two = Files.createLink(folder.resolve("two"), one);
        SafeFile.write(one, text("new"));
        assertThat(two).hasContent("new");
        assertThat(Files.isSameFile(one, two)).isTrue();
        assertThat(all()).hasSize(2);
    }

    @Test
    void twoThreadsThatSaveAtATimeLeaveOneWholeFile() throws Exception {
        Path file = folder.resolve("file");
        AtomicInteger failed = new AtomicInteger();
        for (int round = 0; round < 60; round++) {
            List<Thread> threads = new ArrayList<>();
            for (String letter : List.of("a", "b")) {
                Thread thread = new Thread(() -> {
                    try {
                        SafeFile.write(file, text(letter.repeat(200_000)));
                    } catch (IOException e) {
                        failed.incrementAndGet();
                    }
                });
                threads.add(thread);
                thread.start();
            }
            for (Thread thread : threads) {
                thread.join();
            }
            String there = Files.readString(file);
            assertThat(there).hasSize(200_000);
            assertThat(there.chars().distinct().count()).isEqualTo(1);
        }
        assertThat(failed).hasValue(0);
        assertThat(all()).containsExactly(file);
    }

    /** A process that was ended leaves its part; the next saving takes it away, but none of a process that lives. */
    @Test
    void partsOfSavingsThatWereEndedGo() throws Exception {
        Path file = folder.resolve("file");
        SafeFile.write(file, text("first"));
        List<String> names = new ArrayList<>();
        assertThatThrownBy(() -> SafeFile.write(file, out -> {
                    for (Path one : all()) {
                        names.add(one.getFileName().toString());
                    }
                    throw new IOException("stop here");
                }))
                .hasMessage("stop here");
        String part =
                names.stream().filter(n -> n.endsWith(".part")).findFirst().orElseThrow();
        Process ended = new ProcessBuilder("true").start();
        ended.waitFor();
        String mine = "." + ProcessHandle.current().pid() + ".";
        Path dead = Files.writeString(folder.resolve(part.replace(mine, "." + ended.pid() + ".")), "half");
        Path alive = Files.writeString(
                folder.resolve(part.replace(
                        mine,
                        "." + ProcessHandle.current().parent().orElseThrow().pid() + ".")),
                "half");
        Path other = Files.writeString(folder.resolve(".other.x.1.1.part"), "not ours");
        SafeFile.write(file, text("second"));
        assertThat(dead).doesNotExist();
        assertThat(alive).exists();
        assertThat(other).exists();
        assertThat(file).hasContent("second");
    }

    @Test
    void whatTheCheckRefusesIsNotPutInTheOldOnesPlace() throws IOException {
        Path file = Files.writeString(folder.resolve("file"), "old");
        assertThatThrownBy(() -> SafeFile.write(file, text("new"), whole -> {
                    assertThat(whole).hasContent("new");
                    throw new FormatException("it does not come back.");
                }))
                .hasMessage("it does not come back.");
        assertThat(file).hasContent("old");
        assertThat(all()).containsExactly(file);
    }

    @Test
    void ofSeveralFilesAllAreWrittenOrNone() throws IOException {
        Map<Path, SafeFile.Content> files = new LinkedHashMap<>();
        files.put(folder.resolve("a"), text("a"));
        files.put(folder.resolve("none/b"), text("b"));
        assertThatThrownBy(() -> SafeFile.writeAll(files)).hasMessageContaining("There is no folder");
        assertThat(all()).isEmpty();
    }

    @Test
    void whatCannotBeWrittenIsSaidByItsOwnName() {
        assertThatThrownBy(() -> SafeFile.write(folder, text("x")))
                .hasMessage(folder + " is a folder. Expected the name of a file in it.");
        assertThatThrownBy(() -> SafeFile.write(Path.of("/"), text("x"))).hasMessageContaining("is a folder");
        assertThatThrownBy(() -> SafeFile.write(folder.resolve("x/y"), text("x")))
                .hasMessage("There is no folder " + folder.resolve("x") + " to write y into.");
    }

    @Test
    void aDeviceIsWrittenToAndStaysOne() throws IOException {
        Path nothing = Path.of("/dev/null");
        SafeFile.write(nothing, text("x"));
        assertThat(Files.isRegularFile(nothing)).isFalse();
        assertThat(nothing).exists();
    }
}
