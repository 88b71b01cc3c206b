package agogic.core.expose;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import agogic.core.Pieces;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Outside;
import agogic.core.device.Socket;
import agogic.core.device.Turn;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExposingTest {
    private static Device device(Session session) {
        return session.device(Pieces.DEVICE);
    }

    private static List<Target> targets(int from, int to) {
        return IntStream.rangeClosed(from, to).mapToObj(i -> target("p" + i)).toList();
    }

    @Test
    void eachGetsTheLowestFreeSocketAndTheRestAreWanted() {
        Session bare = Pieces.of(Pieces.device(Pieces.percents(6), 4, "p5"));
        Exposing.Outcome outcome = Exposing.expose(bare, targets(1, 6));
        assertThat(outcome.exposed()).isEqualTo(3);
        assertThat(outcome.wanted()).isEqualTo(2);
        assertThat(outcome.already()).isEqualTo(1);
        Device after = device(outcome.session());
        assertThat(after.socketOf("p5")).isEqualTo(1);
        assertThat(after.socketOf("p1")).isEqualTo(2);
        assertThat(after.socketOf("p3")).isEqualTo(4);
        assertThat(after.wanted()).containsExactly("p4", "p6");
        assertThat(Exposing.expose(outcome.session(), targets(1, 6)).session()).isEqualTo(outcome.session());
    }

    @Test
    void aBulkActNeverTakesInWhatIsReserved() {
        List<Parameter> all = new ArrayList<>(Pieces.percents(3));
        all.set(1, all.get(1).asReserved());
        Session bare = Pieces.of(Pieces.device(all, 8));
        Exposing.Outcome outcome = Exposing.expose(bare, targets(1, 3));
        assertThat(outcome.reserved()).isEqualTo(1);
        assertThat(device(outcome.session()).exposure("p2")).isEqualTo(Exposure.RESERVED);
        assertThat(device(outcome.session()).socketOf("p2")).isZero();
    }

    /** Whatever is asked for in whatever order: nothing sits twice, nothing gets lost, never more than there are. */
    @Property(tries = 300)
    void socketsAreNeverGivenTwice(
            @ForAll @IntRange(min = 0, max = 9) int sockets, @ForAll List<@IntRange(min = 1, max = 12) Integer> asked) {
        Session session = Pieces.of(Pieces.device(Pieces.percents(12), sockets));
        for (int i = 0; i < asked.size(); i++) {
            Target one = target("p" + asked.get(i));
            session = i % 3 == 2
                    ? TakingBack.of(session, List.of(one)).apply(session)
                    : Exposing.expose(session, List.of(one)).session();
        }
        Device after = device(session);
        assertThat(after.taken()).isLessThanOrEqualTo(sockets);
        assertThat(after.used().stream().map(Socket::number)).doesNotHaveDuplicates();
        assertThat(after.wanted()).allMatch(w -> after.socketOf(w) == 0);
    }

    @Test
    void hardwareNeedsNoSocketWhatItListensToTravelsOutside() {
        Device listens = new Device(
                Pieces.DEVICE,
                "Box",
                "",
                Pieces.percents(2),
                0,
                List.of(),
                List.of(),
                List.of(),
                List.of(new Outside("p1", Outside.Way.CC, 1, 74)),
                0);
        Session session = Pieces.of(listens);
        Exposing.Outcome outcome = Exposing.expose(session, targets(1, 2));
        assertThat(outcome.exposed()).isEqualTo(1);
        assertThat(outcome.wanted()).isEqualTo(1);
        assertThat(device(outcome.session()).outsideOf("p1").orElseThrow().address())
                .isEqualTo("CC 74 · ch 1");
        Session back = TakingBack.of(outcome.session(), targets(1, 2)).apply(outcome.session());
        assertThat(back).isEqualTo(session);
    }

    @Test
    void joiningMovesSeveralWithOneValueEachAlongItsOwnSpan() {
        Session session = Pieces.drawn(Pieces.of(Pieces.device(Pieces.percents(4), 4, "p1")), "p1", 0, 0, 10, 1);
        Session joined = Exposing.join(session, target("p2"), 1, Span.straight(0.8, 0.2));
        joined = Exposing.join(joined, target("p3"), 1, Span.straight(0, 0.5));
        Heard heard = new Heard(joined);
        assertThat(heard.valueAt(target("p1"), 5)).isEqualTo(0.5);
        assertThat(heard.valueAt(target("p2"), 5)).isEqualTo(0.5);
        assertThat(heard.valueAt(target("p2"), 10)).isEqualTo(0.2);
        assertThat(heard.valueAt(target("p3"), 10)).isEqualTo(0.5);
        assertThat(device(joined).exposure("p3")).isEqualTo(Exposure.EXPOSED);
        assertThat(device(joined).taken()).isEqualTo(1);
    }

    /** Common practice: a four-position switch changes at 25, 50 and 75 %, one of three at thirds. */
    @Test
    void twoSwitchesOnOneSocketEachKeepTheirOwnSteps() {
        Parameter four = Parameter.stepped("four", "Four", "", 0, "A", "B", "C", "D");
        Parameter three = Parameter.stepped("three", "Three", "", 0, "I", "II", "III");
        Session session = Pieces.of(Pieces.device(List.of(four, three, Pieces.percent("lead")), 4, "lead"));
        session = Pieces.drawn(session, "lead", 0, 0, 40, 1);
        session = Exposing.join(session, target("four"), 1, Span.FULL);
        session = Exposing.join(session, target("three"), 1, Span.FULL);
        Heard heard = new Heard(session);
        for (int i = 0; i < 4000; i++) {
            double x = (i + 0.5) / 4000;
            assertThat(four.valueAt(heard.valueAt(target("four"), x * 40)))
                    .as("four at %s", x)
                    .isEqualTo(Math.floor(x * 4));
            assertThat(three.valueAt(heard.valueAt(target("three"), x * 40)))
                    .as("three at %s", x)
                    .isEqualTo(Math.floor(x * 3));
        }
    }

    @Test
    void joiningIsRefusedWhereItWouldLoseSomething() {
        Session session = Pieces.of(Pieces.device(Pieces.percents(4), 4, "p1", "p2"));
        Session busy = Pieces.drawn(session, "p2", 0, 0.5);
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Exposing.join(busy, target("p2"), 1, Span.FULL))
                .withMessageContaining("has points of its own");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Exposing.join(Pieces.routed(session, 1, "p3"), target("p3"), 1, Span.FULL))
                .withMessageContaining("has a route of its own");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Exposing.join(session, target("p3"), 4, Span.FULL))
                .withMessageContaining("carries nothing yet");
        Device shares = device(session)
                .without("p2")
                .with(new Socket(
                        1,
                        List.of(agogic.core.device.Seat.of("p1"), agogic.core.device.Seat.of("p2")),
                        List.of(new Turn(0, 0), new Turn(8, 1))));
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Exposing.join(session.withDevice(shares), target("p3"), 1, Span.FULL))
                .withMessageContaining("handed from one parameter to the next");
    }

    @Test
    void renumberingSwapsAndNeverTouchesWhatIsReserved() {
        List<Parameter> all = new ArrayList<>(Pieces.percents(3));
        all.add(Pieces.percent("keep").asReserved());
        Session session = Pieces.of(Pieces.device(all, 4, "p1", "p2", "p3", "keep"));
        Session swapped = Exposing.renumber(session, Pieces.DEVICE, 1, 3);
        assertThat(device(swapped).socketOf("p1")).isEqualTo(3);
        assertThat(device(swapped).socketOf("p3")).isEqualTo(1);
        assertThat(Exposing.renumber(swapped, Pieces.DEVICE, 3, 1)).isEqualTo(session);
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Exposing.renumber(session, Pieces.DEVICE, 1, 4))
                .withMessageContaining("Socket 4 is reserved");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Exposing.renumber(session, Pieces.DEVICE, 1, 5))
                .withMessageContaining("sockets 1 to 4");
    }

    @Test
    void shortNamesFitTheHostAndAreNeverTheSame() {
        Session session = Pieces.of(Pieces.device(Pieces.percents(3), 4).limitedTo(8));
        Session named = Exposing.name(session, target("p1"), "Glow");
        assertThat(named.parameter(target("p1")).shortName()).isEqualTo("Glow");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Exposing.name(named, target("p2"), "glow"))
                .withMessageContaining("is the short name of Name of p1 already");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Exposing.name(named, target("p2"), "Glowing bright"))
                .withMessageContaining("has 14 letters; the host shows 8");
        assertThat(Exposing.name(named, target("p1"), "")
                        .parameter(target("p1"))
                        .shortName())
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "Partial 12 · Level, 8, P12 Lvl",
        "Partial 12 · Level, 16, P12 Level",
        "Partial 12 · Level, 0, P12 Level",
        "Cutoff, 8, Cutoff",
        "Tremolo rate, 8, Trml rt"
    })
    void proposalsKeepNumbersAndLoseVowels(String name, int limit, String proposal) {
        Parameter parameter = Pieces.percent("x").named(name);
        Device device = Pieces.device(List.of(parameter), 1).limitedTo(limit);
        assertThat(ShortNames.propose(device, parameter)).isEqualTo(proposal);
    }

    @Property(tries = 200)
    void allProposalsOfADeviceAreDifferentAndShortEnough(
            @ForAll List<@IntRange(min = 1, max = 40) Integer> numbers, @ForAll boolean eight) {
        List<Parameter> all = new ArrayList<>();
        for (int i = 0; i < numbers.size() && i < 30; i++) {
            all.add(Pieces.percent("x" + i).named("Resonator " + numbers.get(i) + " · Brightness " + i));
        }
        int limit = eight ? 8 : 16;
        Session session = Pieces.of(Pieces.device(all, 4).limitedTo(limit));
        for (Parameter one : all) {
            Device now = session.device(Pieces.DEVICE);
            session = Exposing.name(session, target(one.id()), ShortNames.propose(now, now.find(one.id())));
        }
        List<String> names = session.device(Pieces.DEVICE).parameters().stream()
                .map(p -> p.shortName().toLowerCase(java.util.Locale.ROOT))
                .toList();
        assertThat(names).doesNotHaveDuplicates().allMatch(n -> !n.isBlank() && n.length() <= limit);
    }

    @Test
    void aNameThatSaysNothingCanBeReplaced() {
        assertThat(Exposing.saysNothing("#17")).isTrue();
        assertThat(Exposing.saysNothing("17")).isTrue();
        assertThat(Exposing.saysNothing("Osc 17")).isFalse();
        Session session = Pieces.of(Pieces.device(List.of(Pieces.percent("a").named("#17"), Pieces.percent("b")), 2));
        Session named = Exposing.rename(session, target("a"), " Sparkle ");
        assertThat(named.parameter(target("a")).name()).isEqualTo("Sparkle");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Exposing.rename(session, target("a"), "name of B"))
                .withMessageContaining("already");
        assertThatIllegalArgumentException().isThrownBy(() -> Exposing.rename(session, target("a"), " "));
    }

    @Test
    void whyItIsNotThereIsSaidForEveryState() {
        List<Parameter> all = new ArrayList<>(Pieces.percents(3));
        all.add(Pieces.percent("keep").asReserved());
        Device device = Pieces.device(all, 1, "p1").wanting(List.of("p2"));
        Session session = Pieces.of(device);
        assertThat(WhyNot.sentence(session, target("p1"))).isEqualTo("Name of p1 sits on socket 1.");
        assertThat(WhyNot.sentence(session, target("p2")))
                .isEqualTo(
                        "Name of p2 is wanted, but Device offers 1 sockets and all of them are taken. Make it fit finds room.");
        assertThat(WhyNot.sentence(session, target("p3")))
                .isEqualTo("Name of p3 is hidden: nobody asked for it. Device has no free socket.");
        assertThat(WhyNot.sentence(session, target("keep")))
                .contains("reserved")
                .contains("refused");
        Session joined =
                Exposing.join(TakingBack.of(session, List.of(target("p2"))).apply(session), target("p3"), 1, Span.FULL);
        assertThat(WhyNot.sentence(joined, target("p3")))
                .contains("moves with Name of p1")
                .contains("2 parameters");
        assertThat(WhyNot.sentence(joined, target("p1"))).contains("moves 1 others with it");
    }
}
