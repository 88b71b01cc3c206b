package agogic.core.search;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.device.Device;
import agogic.core.expose.Exposing;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class ParameterSearchTest {
    private static final Session SESSION = session();

    private static Session session() {
        Parameter cutoff =
                Parameter.continuous("cutoff", "Cutoff", "Filter", Unit.HERTZ, Taper.LOGARITHMIC, 40, 16_000, 900);
        Parameter rumble =
                Parameter.continuous("rumble", "Rumble", "Filter", Unit.HERTZ, Taper.LOGARITHMIC, 20, 200, 60);
        Parameter level = Parameter.continuous("level", "Level", "Output", Unit.DECIBEL, Taper.LINEAR, -60, 6, 0);
        Parameter pre = Parameter.continuous("pre", "Input level", "Input", Unit.DECIBEL, Taper.LINEAR, -20, 20, 0);
        Parameter voicing = Parameter.stepped("voicing", "Voicing", "Tone", 0, "Bowed", "Struck", "Air")
                .called("Voice");
        Parameter keep = Pieces.percent("keep").asReserved();
        Device device = Pieces.device(List.of(cutoff, rumble, level, pre, voicing, keep), 8, "cutoff", "voicing")
                .wanting(List.of("level"));
        Session bare = Pieces.of(device);
        return Pieces.routed(Pieces.drawn(bare, "cutoff", 0, 0.5, 4, 0.6), 1, "voicing");
    }

    private static List<String> found(String typed) {
        ParameterSearch search = ParameterSearch.of(SESSION, null);
        return Arrays.stream(search.find(Query.of(typed)))
                .mapToObj(i -> search.target(i).parameter())
                .toList();
    }

    @Test
    void wordsInAnyOrderOverNamesGroupsUnitsDeviceAndTrack() {
        assertThat(found("filter cut")).containsExactly("cutoff");
        assertThat(found("cut filter")).containsExactly("cutoff");
        assertThat(found("hz")).containsExactly("cutoff", "rumble");
        assertThat(found("strings device voice")).containsExactly("voicing");
        assertThat(found("struck")).containsExactly("voicing");
        assertThat(found("nothing")).isEmpty();
        assertThat(found("")).hasSize(6);
    }

    @Test
    void namesThatBeginWithTheWordComeFirst() {
        assertThat(found("level")).containsExactly("level", "pre");
        assertThat(found("in")).startsWith("pre");
    }

    @Test
    void statesKindsAndRanges() {
        assertThat(found("exposed")).containsExactly("cutoff", "voicing");
        assertThat(found("wanted")).containsExactly("level");
        assertThat(found("reserved")).containsExactly("keep");
        assertThat(found("steps")).containsExactly("voicing");
        assertThat(found("has envelope")).containsExactly("cutoff");
        assertThat(found("exposed no envelope")).containsExactly("voicing");
        assertThat(found("has route")).containsExactly("voicing");
        assertThat(found("Hz > 2k")).containsExactly("cutoff");
        assertThat(found("> 2 kHz")).containsExactly("cutoff");
        assertThat(found("hz < 30")).containsExactly("rumble");
        assertThat(found("level dB > 10")).containsExactly("pre");
        assertThat(found("level > 2 kHz")).isEmpty();
    }

    @Test
    void whatIsTypedIsTakenApart() {
        Query query = Query.of("  Filter no envelope hz > 2k cut ");
        assertThat(query.words()).containsExactly("filter", "cut");
        assertThat(query.states()).containsExactly(Query.State.NO_ENVELOPE);
        assertThat(query.range()).isEqualTo(Optional.of(new Query.Range(Optional.of(Unit.HERTZ), true, 2000)));
        assertThat(Query.of("   ").isEmpty()).isTrue();
        assertThat(Query.of(">").words()).containsExactly(">");
    }

    @Test
    void afterAnEditOnlyWhatChangedIsReadAnew() {
        ParameterSearch before = ParameterSearch.of(SESSION, null);
        Session after = Exposing.expose(SESSION, List.of(target("rumble"))).session();
        ParameterSearch search = ParameterSearch.of(after, before);
        assertThat(search.find(Query.of("exposed"))).hasSize(3);
        Session renamed = Exposing.name(after, target("rumble"), "Low end");
        ParameterSearch again = ParameterSearch.of(renamed, search);
        assertThat(again.find(Query.of("low end"))).hasSize(1);
        assertThat(again.target(0)).isSameAs(before.target(0));
    }

    @Provide
    static Arbitrary<String> typed() {
        return Arbitraries.of(
                        "cut",
                        "level",
                        "hz",
                        "exposed",
                        "wanted",
                        "no",
                        "envelope",
                        "steps",
                        ">",
                        "2k",
                        "db",
                        "<",
                        "-5",
                        "filter",
                        "air",
                        "·",
                        "#",
                        "1e99",
                        "kHz",
                        "..",
                        "-")
                .list()
                .ofMaxSize(5)
                .map(words -> String.join(" ", words));
    }

    /** The law of the search: it finds exactly what a plain look at every parameter finds. */
    @Property(tries = 500)
    void itFindsWhatAPlainLookFinds(@ForAll("typed") String typed) {
        Query query = Query.of(typed);
        ParameterSearch search = ParameterSearch.of(SESSION, null);
        List<Integer> expected = new ArrayList<>();
        for (int i = 0; i < search.size(); i++) {
            if (answers(search.target(i), query)) {
                expected.add(i);
            }
        }
        List<Integer> found = Arrays.stream(search.find(query)).boxed().toList();
        assertThat(found).containsExactlyInAnyOrderElementsOf(expected);
    }

    private static boolean answers(Target target, Query query) {
        Parameter p = SESSION.parameter(target);
        Device device = SESSION.device(target.device());
        String all = String.join(
                        "\n",
                        p.name() + " " + p.shortName(),
                        device.name() + " Strings " + p.group() + " " + p.unit().symbol(),
                        p.unit() == Unit.HERTZ ? "hz khz hertz" : p.unit() == Unit.DECIBEL ? "db decibels" : "percent",
                        device.socket(p.id())
                                .map(s -> "#" + s.number() + " socket " + s.number())
                                .orElse(""),
                        String.join(" ", p.positions()))
                .toLowerCase(Locale.ROOT);
        boolean words = query.words().stream().allMatch(all::contains);
        boolean states = query.states().stream().allMatch(s -> switch (s) {
            case EXPOSED, WANTED, HIDDEN, RESERVED -> device.exposure(p.id())
                    .name()
                    .equals(s.name());
            case STEPS -> p.stepped();
            case ENVELOPE -> !SESSION.lane(target).envelope().isEmpty();
            case NO_ENVELOPE -> SESSION.lane(target).envelope().isEmpty();
            case ROUTE -> SESSION.routes().stream().anyMatch(r -> r.target().equals(target));
            case NO_ROUTE -> SESSION.routes().stream().noneMatch(r -> r.target().equals(target));
            case NO_NAME -> p.shortName().isEmpty();
        });
        boolean range = query.range()
                .map(r -> !p.stepped()
                        && (r.unit().isEmpty() || r.unit().get() == p.unit())
                        && (r.above()
                                ? Math.max(p.from(), p.to()) > r.value()
                                : Math.min(p.from(), p.to()) < r.value()))
                .orElse(true);
        return words && states && range;
    }
}
