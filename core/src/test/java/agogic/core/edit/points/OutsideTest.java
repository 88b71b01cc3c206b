package agogic.core.edit.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.edit.layer.Layered;
import agogic.core.edit.layer.Layers;
import agogic.core.edit.pass.PassWriter;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.play.ScriptedPass;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Of every act of a range: outside of it nothing that is heard changes, and what lies there keeps its ride. */
class OutsideTest {
    private static final Target TARGET = Layered.TARGET;

    private static double heard(Session session, double beat) {
        LayerStack stack = session.stack(session.lane(TARGET));
        return stack.plays()
                ? stack.valueAtBeat(beat)
                : session.parameter(TARGET).resting();
    }

    private static void same(Session before, Session after, double from, double to, String act) {
        for (double beat = 0.0131; beat < before.length(); beat += 0.0937) {
            if (beat < from - 1e-9 || beat > to + 1e-9) {
                assertThat(heard(after, beat))
                        .as("%s: at beat %s", act, beat)
                        .isCloseTo(heard(before, beat), within(1e-12));
            }
        }
        assertThat(heard(after, from - 1e-7))
                .as("%s: just before", act)
                .isCloseTo(heard(before, from - 1e-7), within(1e-9));
        assertThat(heard(after, to + 1e-7)).as("%s: just after", act).isCloseTo(heard(before, to + 1e-7), within(1e-9));
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 600)
    void nothingHeardChangesOutsideAtLength(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        nothingHeardChangesOutside(seed, kind);
    }

    /** Lanes with rides, clips, offsets and layers over them, in beats and seconds, at steady and ramped tempos. */
    @Property(tries = 25, seed = "181")
    void nothingHeardChangesOutside(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        Session session = Layered.piece(seed, kind);
        Parameter parameter = session.parameter(TARGET);
        String value = parameter.print(0.4);
        String difference = parameter.printDifference(parameter.travel() / 9);
        Random random = new Random(seed);
        int bar = 3 + random.nextInt(4);
        double from = 4 * (bar - 1);
        double to = from + 12;
        String range = bar + " " + (bar + 3);
        for (String words : new String[] {
            "sweep " + parameter.print(0.2) + " to " + parameter.print(0.9) + " " + range + " slow start",
            "level " + value + " " + range,
            "raise " + difference + " " + range,
            "scale 50 % about " + value + " " + range,
            "tilt 0 to 20 % " + range,
            "mirror time " + range,
            "mirror value " + range,
            "steps 5 " + range,
            "grid 1/4 " + range,
            "thin " + difference + " " + range,
            "erase 300 ms " + difference + " " + range,
            "switch " + value + " " + range,
            "wave sine 1 bar " + parameter.print(0.2) + " to " + parameter.print(0.6) + " " + range
        }) {
            same(session, ShapeWords.apply(session, TARGET, 0, words), from, to, words);
        }
        Lane lane = session.lane(TARGET);
        double begin = session.timeline().laneTimeOfBeat(lane.lock(), from);
        double end = session.timeline().laneTimeOfBeat(lane.lock(), to);
        int first = lane.envelope().firstAtOrAfter(begin);
        if (first < lane.envelope().size() && lane.envelope().time(first) <= end) {
            same(session, ShapeWords.apply(session, TARGET, 0, "move 1 bar " + range), from, to + 4, "move");
            same(session, ShapeWords.apply(session, TARGET, 0, "move -1 bar " + range), from - 4, to, "move back");
            same(
                    session,
                    ShapeWords.apply(session, TARGET, 0, "move " + difference + " " + range),
                    from,
                    to,
                    "move in value");
            String stretched = "stretch " + range + " to " + bar + " " + (bar + 5);
            same(session, ShapeWords.apply(session, TARGET, 0, stretched), from, to + 8, "stretch");
            String shrunk = "stretch " + range + " to " + (bar + 1) + " " + (bar + 2);
            same(session, ShapeWords.apply(session, TARGET, 0, shrunk), from, to, "shrink");
        }
        int last = lane.envelope().lastAtOrBefore(end);
        if (first < last) {
            Session tied = ShapeWords.apply(session, TARGET, 0, "equal " + range);
            same(session, tied, from, to, "equal");
            double equal = lane.envelope().value(first);
            List<Point> all = tied.lane(TARGET).envelope().points();
            List<Point> ties = all.stream().filter(p -> p.tie() != 0).toList();
            assertThat(ties).hasSizeGreaterThan(1).allMatch(p -> p.value() == equal);
        }
        for (Copying.Source source : Copying.Source.values()) {
            Copying.Order order =
                    new Copying.Order(TARGET, TARGET, from, to, from + 16, 0, 1, Copying.By.PLACE, source);
            if (!lane.envelope().isEmpty() && from + 28 <= session.length()) {
                Session copied = Copying.copy(session, order).session();
                for (double beat = 0.0131; beat < session.length(); beat += 0.0937) {
                    boolean inside = beat >= from && beat <= to || beat >= from + 16 && beat <= to + 16;
                    if (!inside) {
                        assertThat(heard(copied, beat))
                                .as("%s at %s", source, beat)
                                .isCloseTo(heard(session, beat), within(1e-12));
                    }
                }
            }
        }
    }

    /** A lane that was ridden from beat 4 to 28, in any mode, with moves at random. */
    private static Session ridden(Random random, WriteMode mode) {
        Session session = Pieces.routed(Pieces.wanting(2, 4, 2), 1, "p1");
        if (random.nextBoolean()) {
            session = Pieces.drawn(session, "p1", 0, 0.2, 12, 0.9, 30, 0.4);
        }
        session = session.with(session.route("route-p1").in(mode));
        ScriptedPass pass = new ScriptedPass(session, 0);
        int code = random.nextInt(128);
        double at = random.nextDouble() * 3;
        while (at < 20) {
            code = Math.max(0, Math.min(127, code + random.nextInt(7) - 3));
            pass.add(at, new byte[] {(byte) 0xB0, 20, (byte) code});
            at += random.nextInt(30) == 0 ? 1.5 : 0.02 + random.nextDouble() * 0.05;
        }
        return PassWriter.write(session, pass.run(4, 28));
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 400)
    void whatLiesOutsideKeepsItsRideAndRecipeAtLength(@ForAll long seed) {
        whatLiesOutsideKeepsItsRideAndRecipe(seed);
    }

    /** What lies outside of an edit is a ride as before: another recipe makes it anew, up to the cut and no farther. */
    @Property(tries = 12, seed = "182")
    void whatLiesOutsideKeepsItsRideAndRecipe(@ForAll long seed) {
        Random random = new Random(seed);
        WriteMode mode = WriteMode.values()[1 + random.nextInt(3)];
        Target target = Pieces.target("p1");
        Session session = ridden(random, mode);
        double first = 6 + random.nextInt(12);
        double last = first + 1 + random.nextInt(5);
        List<Stretch> before = session.lane(target).stretches();
        Session after =
                switch (random.nextInt(4)) {
                    case 0 -> new Shaping(session, target, 0).level(first, last, 0.3);
                    case 1 -> new Shaping(session, target, 0).raise(first, last, 7);
                    case 2 -> Chosen.paste(session, target, 0, List.of(new Point(first, 0.1), new Point(last, 0.8)));
                    default -> Copying.copy(
                                    session,
                                    new Copying.Order(
                                            target,
                                            target,
                                            30,
                                            30 + last - first,
                                            first,
                                            0,
                                            1,
                                            Copying.By.PLACE,
                                            Copying.Source.KEPT))
                            .session();
                };
        assertThat(before).isNotEmpty();
        for (Stretch stretch : before) {
            List<Stretch> left = after.lane(target).stretches().stream()
                    .filter(s -> s.ride().equals(stretch.ride()))
                    .filter(s -> s.from() >= stretch.from() - 1e-9 && s.to() <= stretch.to() + 1e-9)
                    .toList();
            double kept = left.stream().mapToDouble(s -> s.to() - s.from()).sum();
            double cut = Math.max(0, Math.min(last, stretch.to()) - Math.max(first, stretch.from()));
            // What eases back is cut off whole.
            assertThat(kept)
                    .isBetween(stretch.to() - stretch.from() - cut - 0.26, stretch.to() - stretch.from() - cut + 1e-5);
            assertThat(left).allMatch(s -> s.recipe().equals(stretch.recipe()));
        }
        for (int i = 0; i < after.lane(target).stretches().size(); i++) {
            Stretch part = after.lane(target).stretches().get(i);
            int index = i;
            Recipe other = part.recipe().within(part.recipe().tolerance() / 2);
            Session again =
                    Layers.edited(after, target, 0, (writer, one) -> writer.rewrite(one, index, other, session::ride));
            LayerStack was = after.stack(after.lane(target));
            LayerStack is = again.stack(again.lane(target));
            for (double beat = 0.0131; beat < 40; beat += 0.0937) {
                if (beat < part.from() - 1e-9 || beat > part.to() + 1e-9) {
                    assertThat(is.valueAtBeat(beat)).isCloseTo(was.valueAtBeat(beat), within(1e-12));
                } else {
                    assertThat(is.valueAtBeat(beat))
                            .as("still the ride at %s of %s", beat, part)
                            .isCloseTo(was.valueAtBeat(beat), within(0.05));
                }
            }
        }
    }

    @Test
    void thinNeverAddsPoints() {
        for (int seed = 1; seed < 40; seed++) {
            Session session = Layered.piece(seed, seed % 4);
            Parameter parameter = session.parameter(TARGET);
            String words = "thin " + parameter.printDifference(parameter.travel() / 40) + " 4 11";
            int points = session.lane(TARGET).envelope().size();
            Session thinned = session;
            for (int again = 0; again < 4; again++) {
                thinned = ShapeWords.apply(thinned, TARGET, 0, words);
                assertThat(thinned.lane(TARGET).envelope().size()).isLessThanOrEqualTo(points);
                points = thinned.lane(TARGET).envelope().size();
            }
        }
    }

    @Test
    void whatLiesBehindTheEndIsRefused() {
        Session session = Layered.piece(4, 0);
        int last = session.timeline().metre().barAt(session.length() + 1e-6);
        for (String words : List.of(
                "level 1 kHz 1 500",
                "copy 3 5 to " + (last - 1),
                "repeat 3 5 to 500",
                "switch 1 kHz 500",
                "drop Near 500",
                "move 60 bars 3 5",
                "stretch 3 5 to 3 500")) {
            assertThatThrownBy(() -> ShapeWords.apply(session, TARGET, 0, words))
                    .as(words)
                    .isInstanceOf(IllegalArgumentException.class);
        }
        assertThatThrownBy(() -> ShapeWords.apply(session, TARGET, 0, "level 1 kHz 1 500"))
                .hasMessageContaining("the piece ends at");
        assertThatThrownBy(() -> ShapeWords.apply(session, TARGET, 7, "level 1 kHz 1 2"))
                .hasMessageContaining("no layer 8");
    }
}
