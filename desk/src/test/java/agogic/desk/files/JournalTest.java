package agogic.desk.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.pass.PassWriter;
import agogic.core.parameter.Parameter;
import agogic.core.play.Engine;
import agogic.core.record.EventLog;
import agogic.core.record.Pass;
import agogic.core.record.Transcript;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.desk.files.RandomPlay.Moved;
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
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** The journal is what the recorder has, at any moment, and both are what was heard. {@code -Dagogic.kills} for more kills. */
class JournalTest {
    private static final boolean AT_LENGTH = Boolean.getBoolean("agogic.long");
    /** By itself fifty milliseconds; beside six other programs that want the machine, no more than it takes them. */
    private static final long BEHIND = AT_LENGTH ? 50_000_000L : 1_000_000_000L;

    private static final int STEPS = 400;

    @TempDir
    Path folder;

    /** Where each move that was told is in the passes, in order; each move of a pass is found once. */
    private static void heard(List<Moved> said, List<Pass> passes, Session piece) {
        List<Pass> left = passes.stream().filter(p -> !p.rehearsed()).toList();
        int[] from = new int[left.size()];
        Map<String, Double> beneath = new HashMap<>();
        for (Moved move : said) {
            boolean found = false;
            for (int p = 0; p < left.size() && !found; p++) {
                Pass pass = left.get(p);
                for (int i = from[p]; i < pass.seconds().length && !found; i++) {
                    if (pass.route().id().equals(move.route())
                            && Math.abs(pass.seconds()[i] - move.at()) < 1e-7
                            && Math.abs(pass.raw()[i] - move.raw()) < 1e-9) {
                        from[p] = i + 1;
                        found = true;
                        says(move, pass, i, piece.parameter(pass.route().target()), beneath);
                    }
                }
            }
            assertThat(found)
                    .as(
                            "%s, the %dth of %d, is in one of %d passes",
                            move, said.indexOf(move), said.size(), left.size())
                    .isTrue();
        }
    }

    /**
     * What a move of a pass made heard, worked out from the pass alone. Of an offset it is how far it is from what is beneath
     * it, which is the same as long as one touch lasts.
     */
    private static void says(Moved move, Pass pass, int i, Parameter parameter, Map<String, Double> beneath) {
        double place = pass.route().span().apply(pass.counted()[i]);
        if (!pass.route().into().offset()) {
            assertThat(parameter.settled(place))
                    .as("%s in %s, a %s", move, pass.id(), pass.mode())
                    .isCloseTo(move.heard(), within(1e-9));
            return;
        }
        double since = pass.mode() == WriteMode.TOUCH
                ? pass.touches().stream()
                        .mapToDouble(Pass.Touch::from)
                        .filter(t -> t <= pass.seconds()[i] + 1e-9)
                        .max()
                        .orElseThrow()
                : Double.NEGATIVE_INFINITY;
        int zero = 0;
        while (pass.seconds()[zero] < since - 1e-9) {
            zero++;
        }
        double amount = place - pass.route().span().apply(pass.counted()[zero]);
        if (move.heard() <= 1e-9 || move.heard() >= 1 - 1e-9) {
            return;
        }
        Double before = beneath.putIfAbsent(pass.id() + " " + since, move.heard() - amount);
        assertThat(move.heard() - amount)
                .as("%s in %s, an offset in %s", move, pass.id(), pass.mode())
                .isCloseTo(before == null ? move.heard() - amount : before, within(1e-9));
    }

    private static final class Kept {
        private final EventLog.Reader reader;
        private final Transcript transcript = new Transcript("play");
        private final List<Pass> ended = new ArrayList<>();

        Kept(Engine engine) {
            reader = engine.log().reader();
        }

        /** The passes that the recorder has now. */
        List<Pass> now() {
            reader.read(transcript);
            for (List<Pass> some = transcript.finished(); some != null; some = transcript.finished()) {
                ended.addAll(some);
            }
            List<Pass> all = new ArrayList<>(ended);
            all.addAll(transcript.underWay());
            return all;
        }
    }

    private static String told(List<Pass> passes) {
        StringBuilder text = new StringBuilder();
        for (Pass p : passes) {
            text.append(p.id()).append(' ').append(p.route()).append(' ').append(p.resolution());
            text.append(p.from()).append(' ').append(p.to()).append(p.touches()).append(p.yielded());
            text.append(p.standing()).append(p.end()).append(p.rehearsed()).append('\n');
            for (int i = 0; i < p.seconds().length; i++) {
                text.append(p.seconds()[i])
                        .append(' ')
                        .append(p.raw()[i])
                        .append(' ')
                        .append(p.counted()[i]);
            }
        }
        return text.toString();
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 2000)
    void theJournalIsWhatTheRecorderHasAtLength(@ForAll long seed) throws IOException {
        theJournalIsWhatTheRecorderHas(seed);
    }

    /** Random plays: what a journal has, read from its file at any moment, is what the recorder has, and what was heard. */
    @Property(tries = 25, seed = "9")
    void theJournalIsWhatTheRecorderHas(@ForAll long seed) throws IOException {
        Path file = Files.createTempFile("journal", ".pass");
        RandomPlay play = new RandomPlay(seed, 0);
        Kept recorder = new Kept(play.engine());
        EventLog.Reader reader = play.engine().log().reader();
        Random random = new Random(seed);
        Session piece = RandomPlay.piece(seed);
        try (PassJournal journal = new PassJournal("play")) {
            journal.open(file);
            for (int i = 0; i < STEPS; i++) {
                play.step(1_000_000 + random.nextInt(60) * 1_000_000L);
                if (random.nextInt(40) == 0 || i == STEPS - 1) {
                    reader.read(journal);
                    journal.flush();
                    PassJournal.Read read = PassJournal.read(file);
                    assertThat(read.damaged()).isZero();
                    assertThat(told(read.passes())).isEqualTo(told(recorder.now()));
                    heard(play.said(), read.passes(), piece);
                }
            }
        }
        Files.delete(file);
    }

    @Test
    void killedAtAnyMomentNothingOlderThanAMomentIsMissing() throws Exception {
        Random random = new Random(5);
        for (int kill = 0; kill < Integer.getInteger("agogic.kills", AT_LENGTH ? 300 : 3); kill++) {
            Path file = folder.resolve("kill-" + kill + ".pass");
            long seed = random.nextLong();
            Process child = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-XX:TieredStopAtLevel=1",
                            "-cp",
                            System.getProperty("java.class.path"),
                            RandomPlay.class.getName(),
                            file.toString(),
                            Long.toString(seed))
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            List<Moved> moves = new ArrayList<>();
            int wanted = (AT_LENGTH ? 10 : 500) + random.nextInt(120);
            long killed;
            try (BufferedReader out =
                    new BufferedReader(new InputStreamReader(child.getInputStream(), StandardCharsets.US_ASCII))) {
                for (String line = out.readLine(); line != null && moves.size() < wanted; line = out.readLine()) {
                    moves.add(Moved.of(line));
                }
                killed = System.nanoTime();
                child.destroyForcibly();
                assertThat(child.waitFor(20, TimeUnit.SECONDS)).isTrue();
            }
            List<Moved> safe =
                    moves.stream().filter(m -> m.nanos() < killed - BEHIND).toList();
            assertThat(safe).isNotEmpty();
            List<Pass> passes = PassJournal.read(file).passes();
            Session piece = RandomPlay.piece(seed);
            heard(safe, passes, piece);
            PassWriter.Outcome outcome = PassWriter.recovered(piece, passes);
            long wrote =
                    passes.stream().filter(p -> p.wrote() && !p.rehearsed()).count();
            assertThat(outcome.session().rides()).hasSize((int) wrote);
            assertThat(PassWriter.missing(outcome.session(), passes))
                    .as("a pass that is there is not written again")
                    .isEmpty();
        }
    }

    private static final class Rider {
        private final Engine engine;
        private final Journal journal;
        private long now;

        Rider(Session session, Troubles troubles) {
            engine = new Engine(session);
            engine.name("one");
            journal = new Journal(engine.log(), "one", troubles);
            engine.tick(0);
            engine.play(0, 0);
        }

        /** Moves a fader until something is so. */
        void until(Predicate<Rider> holds) throws InterruptedException {
            for (int i = 0; i < 20_000 && !holds.test(this); i++) {
                now += 1_000_000L;
                engine.port(0).message(0xB0, 20, i & 0x7F, now);
                engine.tick(now);
                journal.wake();
                TimeUnit.MILLISECONDS.sleep(1);
            }
            assertThat(holds.test(this)).isTrue();
        }

        List<Pass> stop() {
            now += 1_000_000L;
            engine.stop();
            engine.tick(now);
            journal.wake();
            List<Pass> all = new ArrayList<>();
            for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
                all.addAll(some);
            }
            return all;
        }
    }

    private static Session armed() {
        Session comet = SlowComet.score();
        return comet.with(comet.routes().get(0).in(WriteMode.WRITE));
    }

    /** Until somebody says that it is safe elsewhere a pass stays on the disk, also when it is long over. */
    @Test
    void aPassStaysUntilItIsSafeElsewhere() throws Exception {
        Path first = folder.resolve("first.pass");
        Path second = folder.resolve("second.pass");
        Rider rider = new Rider(armed(), new Troubles(System::nanoTime));
        rider.journal.at(first);
        rider.until(r -> size(first) > 3000);
        // The piece is saved in another file meanwhile: the pass goes with it.
        rider.journal.at(second);
        rider.until(r -> size(second) > 6000 && !Files.exists(first));
        List<Pass> passes = rider.stop();
        assertThat(passes).hasSize(1);
        rider.journal.close();
        assertThat(told(PassJournal.read(second).passes())).isEqualTo(told(passes));
        Rider other = new Rider(armed(), new Troubles(System::nanoTime));
        other.journal.at(first);
        other.until(r -> size(first) > 3000);
        int number = PassJournal.numberOf(other.stop().get(0));
        other.journal.held(List.of(number));
        other.journal.settle();
        assertThat(Files.exists(first)).as("nothing is in it any more").isFalse();
        other.journal.close();
    }

    /** Ride after ride, each however short has a journal, which is gone once it is safe elsewhere. */
    @Test
    void everyRideHasAJournal() throws Exception {
        Path file = folder.resolve("rides.pass");
        Session session = armed();
        session = session.with(session.routes().get(0).pinned(true));
        Rider rider = new Rider(session, new Troubles(System::nanoTime));
        rider.journal.at(file);
        Set<Integer> numbers = new HashSet<>();
        for (int ride = 0; ride < (AT_LENGTH ? 1000 : 40); ride++) {
            rider.engine.play(0, 0);
            rider.until(r -> size(file) > 0);
            List<Pass> passes = rider.stop();
            Pass ridden = passes.stream().filter(Pass::wrote).findFirst().orElseThrow();
            assertThat(numbers.add(PassJournal.numberOf(ridden))).isTrue();
            rider.until(r -> told(onDisk(file)).contains(ridden.id() + " "));
            rider.journal.held(passes.stream().map(PassJournal::numberOf).toList());
            rider.journal.settle();
            assertThat(Files.exists(file)).as("after ride %d", ride).isFalse();
        }
        rider.journal.close();
    }

    private static List<Pass> onDisk(Path file) {
        try {
            return PassJournal.read(file).passes();
        } catch (IOException e) {
            return List.of();
        }
    }

    private static long size(Path path) {
        return path.toFile().length();
    }

    /** On a full disk it is said at once, and riding goes on. Linux has a device that is always full. */
    @Test
    @EnabledOnOs(OS.LINUX)
    void onAFullDiskItIsSaidAndRidingGoesOn() throws Exception {
        Path full = folder.resolve("full.pass");
        Files.createSymbolicLink(full, Path.of("/dev/full"));
        Troubles troubles = new Troubles(System::nanoTime);
        Rider rider = new Rider(armed(), troubles);
        rider.journal.at(full);
        List<String> told = new ArrayList<>();
        rider.until(r -> !told.isEmpty() || troubles.next().map(told::add).orElse(false));
        List<Pass> passes = rider.stop();
        rider.journal.close();
        assertThat(told.get(0)).contains("journal").contains("No space left");
        assertThat(passes.get(0).seconds().length)
                .as("what was ridden is there")
                .isPositive();
    }

    /** A journal of two passes, with touches. */
    private static List<Pass> written(Path file) throws IOException {
        RandomPlay play = new RandomPlay(7, 0);
        Kept recorder = new Kept(play.engine());
        EventLog.Reader reader = play.engine().log().reader();
        try (PassJournal journal = new PassJournal("play")) {
            journal.open(file);
            for (int i = 0; i < STEPS; i++) {
                play.step(20_000_000L);
            }
            reader.read(journal);
            journal.flush();
        }
        return recorder.now();
    }

    private static int moves(List<Pass> passes) {
        return passes.stream().mapToInt(p -> p.seconds().length).sum();
    }

    /** Cut off anywhere, a journal is read as far as it goes. */
    @Test
    void aJournalThatIsCutOffIsReadAsFarAsItGoes() throws IOException {
        Path whole = folder.resolve("whole.pass");
        int all = moves(written(whole));
        byte[] bytes = Files.readAllBytes(whole);
        int most = 0;
        for (int end = 24; end < bytes.length; end += 997) {
            Path cut = folder.resolve("cut.pass");
            Files.write(cut, java.util.Arrays.copyOf(bytes, end));
            int moves = moves(PassJournal.read(cut).passes());
            most = Math.max(most, moves);
        }
        assertThat(most).isBetween(all / 2, all);
        assertThat(moves(PassJournal.read(whole).passes())).isEqualTo(all);
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 3000)
    void aDamagedByteCostsAMoveAtMostAtLength(@ForAll Random random) throws IOException {
        aDamagedByteCostsAMoveAtMost(random);
    }

    /** A byte that is wrong costs its line, at most a move; never what stands beside it. */
    @Property(tries = 40, seed = "3")
    void aDamagedByteCostsAMoveAtMost(@ForAll Random random) throws IOException {
        Path file = Files.createTempFile("journal", ".pass");
        Files.delete(file);
        List<Pass> passes = written(file);
        byte[] bytes = Files.readAllBytes(file);
        int place = random.nextInt(bytes.length);
        bytes[place] ^= (byte) (1 << random.nextInt(8));
        Files.write(file, bytes);
        PassJournal.Read read = PassJournal.read(file);
        assertThat(read.damaged()).isLessThanOrEqualTo(2);
        assertThat(read.passes()).hasSameSizeAs(passes);
        assertThat(moves(read.passes())).isBetween(moves(passes) - 2, moves(passes));
        Files.delete(file);
    }
}
