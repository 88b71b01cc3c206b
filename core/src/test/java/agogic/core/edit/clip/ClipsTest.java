package agogic.core.edit.clip;

import static agogic.core.edit.layer.Layered.TARGET;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.layer.Difference;
import agogic.core.edit.layer.Layered;
import agogic.core.lane.LayerStack;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Clips go where they are put, and all that is theirs goes with them. */
class ClipsTest {
    private static List<Clip> clips(Session session) {
        return session.tracks().get(0).clips();
    }

    /** What is heard at many beats is what section 8 says; beats at which a clip or a point ends are left out. */
    private static void heardAsSaid(Session session, Random random) {
        LayerStack stack = session.stack(session.lane(TARGET));
        for (int i = 0; i < 60 && stack.plays(); i++) {
            double beat = random.nextDouble() * 64;
            int way = stack.wayAtBeat(beat);
            if (stack.wayAtBeat(beat - 1e-6) == way && stack.wayAtBeat(beat + 1e-6) == way) {
                assertThat(stack.valueAtBeat(beat))
                        .as("at %s", beat)
                        .isCloseTo(Layered.heard(session, beat), within(1e-9));
            }
        }
    }

    @Property(tries = 200, seed = "8")
    void anyEditsLeaveWhatIsHeardAsItIsSaid(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        Session session = Layered.piece(seed, kind);
        Random random = new Random(seed);
        for (int i = 0; i < 8 && !clips(session).isEmpty(); i++) {
            List<Clip> all = clips(session);
            Clip clip = all.get(random.nextInt(all.size()));
            double beat = random.nextInt(60) + random.nextDouble();
            try {
                Session before = session;
                switch (random.nextInt(9)) {
                    case 0 -> session = Clips.move(session, clip.id(), beat);
                    case 1 -> session = Clips.copy(session, clip.id(), beat).session();
                    case 2 -> session = Clips.repeat(session, clip.id(), Math.min(64, clip.end() + beat / 4));
                    case 3 -> {
                        session = Clips.cut(session, clip.id(), clip.beat() + clip.length() * random.nextDouble())
                                .session();
                        assertThat(Difference.of(before, session, TARGET).none())
                                .as("cut")
                                .isTrue();
                    }
                    case 4 -> session = Clips.resize(session, clip.id(), clip.beat() + 0.5, clip.end() + 1);
                    case 5 -> session = Clips.stretch(session, clip.id(), 1 + beat / 4);
                    case 6 -> session = Clips.loop(session, clip.id(), random.nextInt(3));
                    case 7 -> session = Clips.remove(session, clip.id());
                    default -> {
                        Clip other = all.get(random.nextInt(all.size()));
                        session = Clips.join(session, clip.id(), other.id()).session();
                    }
                }
            } catch (IllegalArgumentException e) {
                assertThat(e).hasMessageEndingWith(".");
            }
            heardAsSaid(session, random);
        }
    }

    /** Only the first clip with its layers, and no timeline under it. */
    private static Session alone(long seed) {
        Session session = Layered.piece(seed, 0);
        for (Clip clip : clips(session).subList(1, clips(session).size())) {
            session = Clips.remove(session, clip.id());
        }
        return session.with(session.lane(TARGET).without(0));
    }

    @Property(tries = 100)
    void whatLiesInAClipGoesWithIt(@ForAll long seed) {
        Session session = alone(seed);
        Clip clip = clips(session).get(0);
        Random random = new Random(seed);
        Session moved = Clips.move(session, clip.id(), clip.beat() + 3);
        Session copied = Clips.copy(session, clip.id(), clip.end() + 5).session();
        Session stretched = Clips.stretch(session, clip.id(), clip.length() * 1.5);
        for (int i = 0; i < 100; i++) {
            double into = clip.length() * (0.001 + 0.998 * random.nextDouble());
            double was = clipValue(session, clip.beat() + into);
            assertThat(clipValue(moved, clip.beat() + 3 + into)).isCloseTo(was, within(1e-7));
            assertThat(clipValue(copied, clip.beat() + into)).isCloseTo(was, within(1e-7));
            assertThat(clipValue(copied, clip.end() + 5 + into)).isCloseTo(was, within(1e-7));
            assertThat(clipValue(stretched, clip.beat() + into * 1.5)).isCloseTo(was, within(1e-7));
        }
    }

    /** What is heard, near which nothing jumps: else the nearer of both sides would be a matter of rounding. */
    private static double clipValue(Session session, double beat) {
        // Offsets of the timeline do not go with a clip.
        Session clips = session;
        for (int i = session.lane(TARGET).layers().size() - 1; i > 0; i--) {
            boolean timeline = !session.lane(TARGET).layer(i).inClip();
            clips = timeline ? clips.with(clips.lane(TARGET).without(i)) : clips;
        }
        double here = Layered.heard(clips, beat);
        return Math.abs(Layered.heard(clips, beat + 1e-8) - Layered.heard(clips, beat - 1e-8)) > 1e-4 ? 0 : here;
    }

    private static Session notes(double offset, double cycle) {
        Clip clip = new Clip(
                "c",
                "Notes",
                4,
                8,
                offset,
                1,
                cycle,
                List.of(new Note(0, 1, 60, 90), new Note(3, 2, 62, 90), new Note(6, 1, 64, 90)),
                List.of(),
                List.of(),
                Optional.empty());
        return Layered.session(
                Layered.piece(1, 0).timeline(), Layered.piece(1, 0).parameter(TARGET), List.of(clip));
    }

    private static List<String> played(Session session) {
        List<String> played = new ArrayList<>();
        session.tracks().get(0).played().forEach(clip -> clip.notes()
                .forEach(n -> played.add((clip.beat() + n.beat()) + "+" + n.length() + " " + n.pitch())));
        return played.stream().sorted().toList();
    }

    @Test
    void notesRepeatWithTheirClipAndAreCutAtItsEdges() {
        assertThat(played(notes(0, 4)))
                .as("a cycle of four beats, twice; what lies behind it is not heard")
                .containsExactlyInAnyOrder("4.0+1.0 60", "7.0+1.0 62", "8.0+1.0 60", "11.0+1.0 62");
        assertThat(played(notes(4, 0))).containsExactlyInAnyOrder("4.0+1.0 62", "6.0+1.0 64");
        Session half = Clips.stretch(notes(0, 0), "c", 4);
        assertThat(played(half)).containsExactlyInAnyOrder("4.0+0.5 60", "5.5+1.0 62", "7.0+0.5 64");
    }

    @Test
    void aCutInsideANoteSoundsItsRestInTheSecondPart() {
        Session cut = Clips.cut(notes(0, 0), "c", 8).session();
        assertThat(clips(cut)).hasSize(2);
        assertThat(played(cut)).contains("8.0+1.0 62", "10.0+1.0 64");
        Session joined =
                Clips.join(cut, clips(cut).get(0).id(), clips(cut).get(1).id()).session();
        assertThat(clips(joined)).hasSize(1);
        assertThat(clips(joined).get(0).end()).isEqualTo(12);
    }

    @Test
    void whatCannotBeDoneIsSaid() {
        Session session = notes(0, 0);
        assertThatThrownBy(() -> Clips.cut(session, "c", 4)).hasMessageContaining("inside the clip");
        assertThatThrownBy(() -> Clips.resize(session, "c", 3, 12)).hasMessageContaining("nothing before it");
        assertThatThrownBy(() -> Clips.repeat(session, "c", 12)).hasMessageContaining("after that");
        assertThatThrownBy(() -> Clips.stretch(session, "c", 9000)).hasMessageContaining("64");
        assertThatThrownBy(() -> Clips.join(session, "c", "c")).hasMessageContaining("Two clips");
        assertThat(Clips.carries(Layered.piece(3, 1), "c0")).startsWith("one note");
    }
}
