package agogic.formats.midi;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.expose.Exposing;
import agogic.core.fit.Fit;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.standins.comet.SlowComet;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class NumbersTest {
    private static final Session COMET = SlowComet.session();

    @TempDir
    Path folder;

    private static String number(Session session, Fineness fineness, String device, String parameter) {
        return Numbers.of(session, fineness).lines().stream()
                .filter(l -> l.targets().contains(new Target(device, parameter)))
                .map(l -> l.number().address())
                .findFirst()
                .orElse("none");
    }

    @Test
    void socketsAreNumberedInTheirOrderAndGoOnAsNrpnWhenAllAreGone() {
        Numbers numbers = Numbers.of(COMET, Fineness.FOURTEEN);
        List<Numbers.Line> bank = numbers.lines().stream()
                .filter(l -> l.device().equals("partial-bank"))
                .toList();
        assertThat(bank.get(0).number().address()).isEqualTo("CC 20+52 · ch 1");
        assertThat(bank)
                .isSortedAccordingTo((a, b) ->
                        Integer.compare(a.socket().number(), b.socket().number()));
        assertThat(bank.stream().filter(l -> l.number().way() == Outside.Way.CC_PAIR))
                .hasSize(16);
        assertThat(numbers.lines().stream().map(l -> l.number().address())).doesNotHaveDuplicates();
        assertThat(numbers.left()).hasSize(COMET.device("partial-bank").wanted().size());
    }

    @Test
    void onlySevenBitNumbersWithoutAMeaningOfTheirOwn() {
        // MIDI 1.0 Detailed Specification, table of controllers: undefined ones only.
        Set<Integer> free = Set.of(
                3, 9, 14, 15, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30, 31, 85, 86, 87, 89, 90, 102, 103, 104, 105,
                106, 107, 108, 109, 110, 111, 112, 113, 114, 115, 116, 117, 118, 119);
        assertThat(Numbers.of(COMET, Fineness.SEVEN).lines())
                .filteredOn(l -> l.number().way() == Outside.Way.CC)
                .allMatch(l -> free.contains(l.number().number()))
                .hasSizeGreaterThan(39);
    }

    @Test
    void aJoinedSocketHasOneNumberAndAShareToo() {
        Session fitted = Fit.plan(COMET, "partial-bank", Set.of("take back")).apply(COMET);
        Numbers numbers = Numbers.of(fitted, Fineness.NRPN);
        assertThat(numbers.left()).isEmpty();
        assertThat(numbers.lines()).anyMatch(l -> l.socket().joined());
        assertThat(numbers.lines().stream().flatMap(l -> l.targets().stream())).doesNotHaveDuplicates();
    }

    @Test
    void whatChangesByRenumberingIsToldBefore() {
        Session drawn = COMET.with(
                Lane.drawn(new Target("filter", "resonance"), Envelope.of(new Point(0, 0.1), new Point(8, 0.4))));
        Device filter = drawn.device("filter");
        int cutoff = filter.socketOf("cutoff");
        int resonance = filter.socketOf("resonance");
        Session swapped = Exposing.renumber(drawn, "filter", cutoff, resonance);
        List<Numbers.Line> changed = Numbers.of(swapped, Fineness.NRPN).changedSince(Numbers.of(drawn, Fineness.NRPN));
        assertThat(changed.stream().flatMap(l -> l.targets().stream()).map(Target::parameter))
                .containsExactlyInAnyOrder("cutoff", "resonance");
        assertThat(Numbers.of(drawn, Fineness.NRPN).changedSince(Numbers.of(drawn, Fineness.NRPN)))
                .isEmpty();
    }

    @Test
    @Tag("long")
    void anExportOfAFittedBankIsWithinTheStatedLoss() throws Exception {
        Session fitted = Fit.plan(COMET, "partial-bank", Set.of()).apply(COMET);
        Path file = folder.resolve("fitted.mid");
        MidiExport.Report report = MidiExport.write(file, fitted, Fineness.FOURTEEN, Optional.empty());
        assertThat(report.left()).isEmpty();
        assertThat(report.greatestLoss()).isLessThanOrEqualTo(0.5 / 16_382 + 1e-9);
        assertThat(Files.size(file)).isGreaterThan(10_000);
    }

    @Test
    void theLeaderSpeaksForAllOnAJoinedSocket() {
        Session joined = Exposing.join(COMET, new Target("filter", "drive"), 3, Span.straight(0.2, 0.8));
        Parameter cutoff = joined.parameter(new Target("filter", "cutoff"));
        assertThat(cutoff).isNotNull();
        assertThat(number(joined, Fineness.FOURTEEN, "filter", "drive"))
                .isEqualTo(number(joined, Fineness.FOURTEEN, "filter", "cutoff"));
    }
}
