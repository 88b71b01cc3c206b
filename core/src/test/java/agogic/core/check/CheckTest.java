package agogic.core.check;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.edit.macro.Macros;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.expose.Exposing;
import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class CheckTest {
    private static List<Finding.Kind> kinds(Session session) {
        return Check.of(session).stream().map(Finding::kind).toList();
    }

    /** Does the one act that is offered and looks again. */
    private static Session mended(Session session, Finding.Kind kind) {
        Finding finding = Check.of(session).stream()
                .filter(f -> f.kind() == kind)
                .findFirst()
                .orElseThrow();
        Session after = finding.change().orElseThrow().apply(session);
        assertThat(kinds(after)).as(finding.mend()).doesNotContain(kind);
        return after;
    }

    private static Session used(int n) {
        Session session = Pieces.of(Pieces.device(
                Pieces.percents(n),
                n,
                Pieces.percents(n).stream().map(Parameter::id).toArray(String[]::new)));
        for (int i = 1; i <= n; i++) {
            session = Pieces.drawn(session, "p" + i, 0, i * 0.01, 8, 0.5);
        }
        return session;
    }

    @Test
    void aTidySessionHasNoFindings() {
        assertThat(Check.of(used(5))).isEmpty();
    }

    @Test
    void routesThatReachNothingAreOffGoNoWayOrWereLeftOn() {
        Session session = Pieces.routed(used(3), 1, "p1");
        Route route = session.routes().get(0);
        assertThat(Check.of(session)).isEmpty();
        mended(session.with(route.switched(false)), Finding.Kind.OFF);
        mended(session.with(route.with(Span.straight(0.3, 0.3))), Finding.Kind.CLOSED_SPAN);
        mended(session.with(route.in(WriteMode.WRITE).pinned(true)), Finding.Kind.LEFT_ON);
        Session hidden = Pieces.routed(Pieces.of(Pieces.device(Pieces.percents(3), 4)), 1, "p2");
        assertThat(Check.of(mended(hidden, Finding.Kind.STOPPED))).isEmpty();
        Session kept = Pieces.of(Pieces.device(List.of(Pieces.percent("p1").asReserved()), 1));
        mended(Pieces.routed(kept, 1, "p1"), Finding.Kind.STOPPED);
        assertThat(Finding.Kind.STOPPED.grade()).isEqualTo(Finding.Grade.WRONG);
        assertThat(Finding.Kind.OFF.grade()).isEqualTo(Finding.Grade.TO_KNOW);
    }

    @Test
    void controlsThatSpeakAlikeAndHandsOnSeveralThings() {
        Session session = Pieces.routed(used(3), 1, "p1");
        Surface surface = session.surface("s");
        Session alike = session.with(surface.with(surface.find("fader-2").speaking(new Address.Cc(1, 20))));
        assertThat(kinds(alike)).containsExactly(Finding.Kind.SAME_MESSAGE);
        Surface other = new Surface("s2", "Other", surface.port(), List.of(surface.find("fader-1")));
        assertThat(kinds(session.with(other))).contains(Finding.Kind.SAME_MESSAGE);
        Surface apart = new Surface(
                "s2", "Other", surface.port(), List.of(surface.find("fader-1").speaking(new Address.Cc(1, 99))));
        assertThat(kinds(session.with(apart))).doesNotContain(Finding.Kind.SAME_MESSAGE);
        Surface alone = new Surface("s3", "Third", "Third", List.of(surface.find("fader-1")));
        Session off = session.with(session.routes().get(0).switched(false));
        assertThat(Check.of(off).get(0).sentence()).startsWith("Fader 1 → Device");
        assertThat(Check.of(off.with(alone)).get(0).sentence()).startsWith("Fader 1 of Surface → Device");
        Session two = Pieces.routed(session, 1, "p2");
        assertThat(kinds(two)).containsExactly(Finding.Kind.ONE_HAND);
    }

    @Test
    void aLaneWithoutAPointAtTheStartGetsOne() {
        Session session = Pieces.drawn(used(2), "p1", 4, 0.25, 8, 0.75);
        Session after = mended(session, Finding.Kind.LATE_START);
        assertThat(after.lane(target("p1")).envelope().time(0)).isZero();
        assertThat(after.lane(target("p1")).envelope().valueAt(3.9)).isEqualTo(0.25);
    }

    @Test
    void exposedWithoutUseIsTakenBack() {
        Session session = Exposing.expose(used(2), List.of()).session();
        Session idle = Pieces.of(Pieces.device(Pieces.percents(3), 4, "p1", "p2"));
        assertThat(kinds(session)).isEmpty();
        assertThat(Check.of(idle)).hasSize(1);
        assertThat(Check.of(idle).get(0).sentence())
                .isEqualTo("Device: Name of p1 and 1 more are exposed, but nothing moves them.");
        assertThat(mended(idle, Finding.Kind.UNUSED)).isEqualTo(Pieces.of(Pieces.device(Pieces.percents(3), 4)));
        assertThat(kinds(Pieces.routed(Pieces.routed(idle, 1, "p1"), 2, "p2"))).isEmpty();
    }

    @Test
    void pointsThatReachNothingAreExposed() {
        Session hidden = Pieces.drawn(Pieces.of(Pieces.device(Pieces.percents(2), 4)), "p2", 0, 0.5, 4, 0.6);
        assertThat(kinds(hidden)).containsExactly(Finding.Kind.UNREACHED);
        Session after = mended(hidden, Finding.Kind.UNREACHED);
        assertThat(after.device(Pieces.DEVICE).socketOf("p2")).isEqualTo(1);
    }

    @Test
    void dataOnAReservedParameterIsTakenAway() {
        List<Parameter> all = new ArrayList<>(Pieces.percents(1));
        all.add(Pieces.percent("keep").asReserved());
        Session session =
                Pieces.of(Pieces.device(all, 4)).with(Lane.drawn(target("keep"), Envelope.of(new Point(0, 1))));
        assertThat(kinds(session)).containsExactly(Finding.Kind.RESERVED_DATA);
        Session after = mended(session, Finding.Kind.RESERVED_DATA);
        assertThat(after.lane(target("keep")).envelope().isEmpty()).isTrue();
    }

    @Test
    void copiesAreJoinedOnOneSocket() {
        Session session = used(2);
        Session copied =
                session.with(Lane.drawn(target("p2"), session.lane(target("p1")).envelope()));
        assertThat(kinds(copied)).containsExactly(Finding.Kind.COPIES);
        Session after = mended(copied, Finding.Kind.COPIES);
        assertThat(after.device(Pieces.DEVICE).leaderOf("p2")).contains("p1");
        assertThat(after.device(Pieces.DEVICE).taken()).isEqualTo(1);
    }

    @Test
    void aSwitchWithSlopesIsMadeToStep() {
        Parameter voicing = Parameter.stepped("v", "Voicing", "", 0, "A", "B", "C", "D");
        Session session = Pieces.drawn(Pieces.of(Pieces.device(List.of(voicing), 2, "v")), "v", 0, 0.1, 4, 0.6, 8, 0.1);
        assertThat(kinds(session)).containsExactly(Finding.Kind.SLOPES);
        Session after = mended(session, Finding.Kind.SLOPES);
        Lane lane = after.lane(target("v"));
        assertThat(LayerStack.valueAt(lane, 3.99, voicing)).isEqualTo(voicing.settled(0.1));
        assertThat(LayerStack.valueAt(lane, 4, voicing)).isEqualTo(voicing.settled(0.6));
    }

    @Test
    void moreWantedThanSocketsIsOneFindingWithThePlanAsItsMend() {
        Session session = Pieces.wanting(4, 2, 2);
        for (int i = 1; i <= 4; i++) {
            session = Pieces.drawn(session, "p" + i, 0, i * 0.1, 8, 0.5);
        }
        assertThat(kinds(session)).containsExactly(Finding.Kind.OVER_LIMIT);
        Finding finding = Check.of(session).get(0);
        assertThat(finding.sentence()).isEqualTo("Device offers 2 sockets; 4 are wanted, 2 too many.");
        assertThat(finding.change()).isEmpty();
        assertThat(finding.mend()).isEqualTo("Make it fit");
    }

    @Test
    void namesThatCollideOrAreTooLongAreProposedAnew() {
        Session session = used(3);
        var device = session.device(Pieces.DEVICE);
        device = device.with(device.find("p1").called("Glow"))
                .with(device.find("p2").called("glow"));
        Session collides = session.withDevice(device);
        assertThat(kinds(collides)).containsExactly(Finding.Kind.NAMES);
        Session after = mended(collides, Finding.Kind.NAMES);
        assertThat(after.parameter(target("p1")).shortName()).isEqualTo("Glow");
        assertThat(after.parameter(target("p2")).shortName()).isNotEqualToIgnoringCase("glow");
        Session tooLong = session.withDevice(
                device.with(device.find("p2").called("Something long")).limitedTo(8));
        assertThat(Check.of(tooLong).get(0).sentence()).contains("longer than the 8 letters");
        mended(tooLong, Finding.Kind.NAMES);
    }

    @Test
    void twoHandsOnOneThingAndOneIsKept() {
        Session session = Pieces.routed(used(2), 1, "p1");
        session = session.with(Route.of("second", new Hand("s", "fader-2"), Span.FULL, target("p1")));
        Finding finding = Check.of(session).get(0);
        assertThat(finding.sentence())
                .isEqualTo(
                        "Name of p1 is moved by Fader 1 and Fader 2 at the same time: whichever moved last is heard.");
        Session after = mended(session, Finding.Kind.TWO_HANDS);
        assertThat(after.routes()).hasSize(1);
        assertThat(after.routes().get(0).hand()).contains(new Hand("s", "fader-1"));
    }

    @Test
    void whatAMacroMakesIdleIsFoundAndMended() {
        Macro macro = Macros.fresh(used(2), "All");
        Session session = Macros.add(used(2).with(macro), macro.id(), List.of(target("p1")), false);
        assertThat(Check.of(session))
                .extracting(Finding::sentence)
                .containsExactly("Device · Name of p1 moves with the macro All; its own 2 points do nothing.");
        Session without = mended(session, Finding.Kind.MACRO);
        assertThat(without.lane(target("p1")).envelope().isEmpty()).isTrue();

        Session offset = Macros.add(used(2).with(macro), macro.id(), List.of(target("p1")), true);
        assertThat(Check.of(offset))
                .as("one that keeps its distance goes along with its own points")
                .isEmpty();

        Session routed = Pieces.routed(offset, 1, "p1");
        assertThat(mended(routed, Finding.Kind.MACRO).routes())
                .noneMatch(r -> r.hand().isPresent());

        Session empty = used(2).with(macro)
                .withRoutes(List.of(Route.of("r", new Hand("s", "fader-1"), Span.FULL, macro.target())));
        assertThat(mended(empty, Finding.Kind.MACRO)).isEqualTo(used(2));
    }

    /** A controller, and the fine half of a pair, are one address each on a channel. */
    @Test
    void twoParametersOfOneAddressAreFound() {
        List<Parameter> two = Pieces.percents(2);
        Device one = new Device(
                "one",
                "One",
                "",
                two,
                0,
                List.of(),
                List.of(),
                List.of(new Outside("p1", Outside.Way.CC_PAIR, 2, 7)),
                List.of(),
                0);
        Device other = new Device(
                "other",
                "Other",
                "",
                two,
                0,
                List.of(),
                List.of(),
                List.of(new Outside("p1", Outside.Way.CC, 2, 39), new Outside("p2", Outside.Way.CC, 3, 7)),
                List.of(),
                0);
        List<Finding> found = Check.of(Pieces.of(one, other)).stream()
                .filter(f -> f.kind() == Finding.Kind.ONE_ADDRESS)
                .toList();
        assertThat(found).hasSize(1);
        assertThat(found.get(0).sentence())
                .isEqualTo("Other · Name of p1 and One · Name of p1 are both sent as CC 39 · ch 2.");
    }
}
