package agogic.desk.files;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.play.Engine;
import agogic.core.record.Pass;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.write.PassWriter;
import agogic.desk.live.Troubles;
import agogic.formats.session.PassJournal;
import agogic.standins.comet.SlowComet;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** A program that is killed in the middle of a pass: what was ridden is read from its journal. {@code -Dagogic.kills} for more. */
class JournalTest {
    private static final long BEHIND = 50_000_000L;

    @TempDir
    Path folder;

    @Test
    void killedAtAnyMomentNothingOlderThanFiftyMillisecondsIsMissing() throws Exception {
        Random random = new Random(5);
        for (int kill = 0; kill < Integer.getInteger("agogic.kills", 5); kill++) {
            Path file = folder.resolve("kill-" + kill + ".pass");
            Process child = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-XX:TieredStopAtLevel=1",
                            "-cp",
                            System.getProperty("java.class.path"),
                            Ridden.class.getName(),
                            file.toString())
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            List<long[]> moves = new ArrayList<>();
            int wanted = 60 + random.nextInt(300);
            long killed;
            try (BufferedReader out =
                    new BufferedReader(new InputStreamReader(child.getInputStream(), StandardCharsets.US_ASCII))) {
                for (String line = out.readLine(); line != null && moves.size() < wanted; line = out.readLine()) {
                    moves.add(Arrays.stream(line.split(" "))
                            .mapToLong(Long::parseLong)
                            .toArray());
                }
                killed = System.nanoTime();
                child.destroyForcibly();
                assertThat(child.waitFor(20, TimeUnit.SECONDS)).isTrue();
            }
            long safe = moves.stream()
                    .filter(m -> m[1] < killed - BEHIND)
                    .mapToLong(m -> m[0])
                    .max()
                    .orElse(0);
            assertThat(safe).isPositive();
            List<Pass> passes = PassJournal.read(file);
            assertThat(passes).hasSize(1);
            double last = Arrays.stream(passes.get(0).counted()).max().orElse(0);
            assertThat(Math.round(last / Ridden.STEP)).isGreaterThanOrEqualTo(safe);
            Session session = PassWriter.write(SlowComet.score(), passes);
            assertThat(session.lane(Ridden.CUTOFF).stretches()).hasSize(1);
        }
    }

    /** On a full disk it is said at once, and riding goes on. Linux has a device that is always full. */
    @Test
    @EnabledOnOs(OS.LINUX)
    void onAFullDiskItIsSaidAndRidingGoesOn() throws Exception {
        Path full = folder.resolve("full.pass");
        Files.createSymbolicLink(full, Path.of("/dev/full"));
        Session comet = SlowComet.score();
        Session session = comet.with(comet.routes().get(0).in(WriteMode.WRITE));
        Engine engine = new Engine(session);
        Troubles troubles = new Troubles(System::nanoTime);
        Optional<String> told = Optional.empty();
        Journal journal = new Journal(engine, troubles);
        journal.begin(full);
        engine.tick(0);
        engine.play(0, 0);
        for (int i = 1; i < 4000 && told.isEmpty(); i++) {
            engine.port(0).message(0xB0, 20, i & 0x7F, i * 1_000_000L);
            engine.tick(i * 1_000_000L);
            engine.provide();
            TimeUnit.MILLISECONDS.sleep(1);
            told = troubles.next();
        }
        engine.stop();
        engine.tick(5_000_000_000L);
        journal.close();
        assertThat(told.orElse("")).contains("journal").contains("No space left");
        List<Pass> passes = engine.finishedPass();
        assertThat(passes.get(0).seconds().length)
                .as("what was ridden is there")
                .isPositive();
    }

    /** Cut off anywhere, a journal is read as far as it goes. */
    @Test
    void aJournalThatIsCutOffIsReadAsFarAsItGoes() throws IOException {
        Path whole = folder.resolve("whole.pass");
        Session session = SlowComet.score();
        try (PassJournal journal = new PassJournal(whole)) {
            journal.begins(1, session.routes().get(0), 1.0 / 127, 1, 0.5);
            for (int i = 0; i < 50; i++) {
                journal.move(1, 1 + i * 0.01, i / 127.0, i / 127.0);
                journal.touch(1, 0, 1, i < 40 ? Double.POSITIVE_INFINITY : 1.4);
            }
            journal.flush();
        }
        byte[] bytes = Files.readAllBytes(whole);
        int most = 0;
        for (int end = 14; end < bytes.length; end += 37) {
            Path cut = folder.resolve("cut.pass");
            Files.write(cut, Arrays.copyOf(bytes, end));
            List<Pass> passes = PassJournal.read(cut);
            int moves = passes.isEmpty() ? 0 : passes.get(0).seconds().length;
            assertThat(moves).isGreaterThanOrEqualTo(most);
            most = moves;
        }
        assertThat(most).isGreaterThan(45);
        assertThat(PassJournal.read(whole).get(0).touches()).containsExactly(new Pass.Touch(1, 1.4));
    }
}
