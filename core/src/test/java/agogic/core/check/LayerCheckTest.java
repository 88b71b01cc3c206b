package agogic.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.edit.clip.Clips;
import agogic.core.edit.layer.Layered;
import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Extent;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a check finds about layers, and that what it offers mends it. */
class LayerCheckTest {
    private static final Target TARGET = Layered.TARGET;
    private static final Envelope LINE = Envelope.of(new Point(0, 0.3), new Point(8, 0.7));

    private static Session piece(Layer... more) {
        Session bare = Layered.session(
                new Timeline(TempoMap.steady(90), MetreMap.steady(4, 4)),
                Layered.piece(1, 0).parameter(TARGET),
                List.of(
                        new Clip("One", 4, 8, List.of()).called("one"),
                        new Clip("Two", 20, 8, List.of()).called("two")));
        Lane lane = Lane.drawn(TARGET, LINE);
        for (Layer layer : more) {
            lane = lane.with(lane.layers().size(), layer);
        }
        return bare.with(lane);
    }

    private static List<Finding> found(Session session, Finding.Kind kind) {
        return Check.of(session).stream().filter(f -> f.kind() == kind).toList();
    }

    private static Session mended(Session session, Finding finding) {
        return finding.change().orElseThrow().apply(session);
    }

    @Test
    void aSilencedLayerIsToldAndHeardAgain() {
        Session silenced = Layers.switched(piece(), TARGET, 0, false);
        List<Finding> found = found(silenced, Finding.Kind.SILENCED);
        assertThat(found).hasSize(1);
        assertThat(found.get(0).sentence()).contains("“Absolute on the timeline” is silenced");
        assertThat(mended(silenced, found.get(0)).lane(TARGET).layer().on()).isTrue();
        assertThat(found(piece(), Finding.Kind.SILENCED)).isEmpty();
    }

    @Test
    void anOffsetThatAddsNothingIsToldAndGoes() {
        Layer nothing = Layer.of("", true).with(Envelope.of(new Point(0, 0.5), new Point(4, 0.5)));
        Session session = piece(nothing);
        List<Finding> found = found(session, Finding.Kind.UNHEARD);
        assertThat(found).hasSize(1);
        assertThat(mended(session, found.get(0)).lane(TARGET).layers()).hasSize(1);
        Layer something = nothing.with(Envelope.of(new Point(0, 0.5), new Point(4, 0.51)));
        assertThat(found(piece(something), Finding.Kind.UNHEARD)).isEmpty();
    }

    @Test
    void whatLiesInNoPartOfItsClipThatIsPlayedIsTold() {
        Layer behind = Layer.of("one", false).with(LINE).drawn(List.of(new Extent(9, 12)));
        assertThat(found(piece(behind), Finding.Kind.UNHEARD)).hasSize(1);
        Session longer = Clips.resize(piece(behind), "one", 4, 15);
        assertThat(found(longer, Finding.Kind.UNHEARD)).isEmpty();
    }

    @Test
    void aClipThatCoversAnotherIsTold() {
        Layer one = Layer.of("one", false).with(LINE).drawn(List.of(new Extent(0, 8)));
        Layer two = Layer.of("two", false).with(LINE).drawn(List.of(new Extent(0, 8)));
        Session apart = piece(one, two);
        assertThat(found(apart, Finding.Kind.OVERLAID)).isEmpty();
        Session over = Clips.move(apart, "two", 8);
        List<Finding> found = found(over, Finding.Kind.OVERLAID);
        assertThat(found).hasSize(1);
        assertThat(found.get(0).sentence()).contains("where Two lies over its clip");
    }
}
