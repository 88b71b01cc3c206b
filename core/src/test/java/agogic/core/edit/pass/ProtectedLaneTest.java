package agogic.core.edit.pass;

import static agogic.core.edit.pass.PassTest.LEVEL;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.fail;

import agogic.core.edit.clip.Clips;
import agogic.core.edit.layer.Converting;
import agogic.core.edit.layer.Layers;
import agogic.core.edit.macro.Macros;
import agogic.core.edit.points.Copying;
import agogic.core.edit.points.Patterns;
import agogic.core.edit.points.ShapeWords;
import agogic.core.edit.points.Versions;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import agogic.core.expose.Chains;
import agogic.core.expose.Clearing;
import agogic.core.expose.Removing;
import agogic.core.expose.TakingBack;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.macro.Macro;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** “A lane that nothing may write until it is opened again”: each edit of what a lane says, on one and on a protected one. */
class ProtectedLaneTest {
    private static final Recipe LOOSE = Recipe.usual(
                    PassTest.session(WriteMode.READ, Envelope.EMPTY).parameter(LEVEL))
            .within(0.3);

    private static Map<String, UnaryOperator<Session>> edits() {
        Map<String, UnaryOperator<Session>> all = new LinkedHashMap<>();
        all.put("add a point", s -> Points.add(s, LEVEL, 0.77, 0.9));
        all.put(
                "move a point",
                s -> Points.move(s, LEVEL, 0, s.lane(LEVEL).envelope().time(0), 0.123));
        all.put("shape a way", s -> Points.shape(s, LEVEL, 0, Shape.S));
        all.put("delete a point", s -> Points.delete(s, LEVEL, 0));
        all.put("tie points", s -> Points.tie(s, LEVEL, 0, List.of(0, 1)));
        for (String words : List.of(
                "level 5% 1 2",
                "sweep 5% to 80% 1 2",
                "raise 5 % 1 2",
                "mirror time 1 2",
                "lock seconds",
                "wave sine 1 beat 10 % to 60 % 1 2 named Round")) {
            all.put(words, s -> ShapeWords.apply(s, List.of(LEVEL), 0, words));
        }
        all.put("another take", s -> Takes.choose(s, LEVEL, 0, 0));
        all.put("a part of a take", s -> Takes.part(s, LEVEL, 0, 0, 2.5, 3));
        all.put("an average", s -> Takes.average(s, LEVEL, 0, List.of(0, 1)));
        all.put("a recipe", s -> Finishing.by(s, LEVEL, 0, 1, LOOSE));
        all.put("a recipe for all", s -> new RecipeForAll(s, s.parameter(LEVEL), LOOSE)
                .apply(one -> true)
                .session());
        all.put("clear it", s -> Clearing.lanes(s, LEVEL::equals).session());
        all.put("clear a range", s -> Clearing.range(s, List.of(LEVEL), 0, 3).session());
        all.put("into seconds", s -> Converting.lock(s, LEVEL, 0, Lock.SECONDS).session());
        all.put("remove a layer", s -> Layers.remove(s, LEVEL, 0));
        all.put("copy over it", s -> Copying.copy(
                        s, new Copying.Order(LEVEL, LEVEL, 2, 4, 5, 0, 1, Copying.By.PLACE, Copying.Source.SILENCED))
                .session());
        all.put("an older version", s -> Versions.back(s, s.versions().get(0)));
        all.put(
                "its pattern",
                s -> Patterns.keep(s, Patterns.find(s, "There").orElseThrow().with(0.1, 0.5, 0, 0.5, 0)));
        return all;
    }

    private static Session lane(boolean guarded) {
        Session two = Versions.keep(TakesTest.twoCycles(), LEVEL, "Before");
        Session more = ShapeWords.apply(two, List.of(LEVEL), 0, "wave sine 1 beat 10 % to 60 % 3 4 named There");
        return more.with(more.lane(LEVEL).guarded(guarded));
    }

    private static List<Object> says(Session session) {
        Layer layer = session.lane(LEVEL).layer();
        return List.of(
                layer.envelope().points(),
                layer.lock(),
                layer.stretches().stream().map(Stretch::ride).toList(),
                layer.stretches().stream().map(Stretch::recipe).toList());
    }

    @Test
    void nothingWritesAProtectedLane() {
        edits().forEach((name, edit) -> {
            assertThat(says(edit.apply(lane(false)))).as(name).isNotEqualTo(says(lane(false)));
            Session after = lane(true);
            try {
                after = edit.apply(lane(true));
            } catch (IllegalArgumentException e) {
                assertThat(e).as(name).hasMessageContaining("is protected: nothing writes it");
            } catch (RuntimeException e) {
                fail(name, e);
            }
            assertThat(says(after)).as(name).isEqualTo(says(lane(true)));
        });
    }

    /** Nor does it go with something else. */
    @Test
    void nothingTakesAProtectedLaneAway() {
        Session piece = lane(false);
        String track = piece.trackOf(LEVEL.device()).map(Track::id).orElseThrow();
        Session two = Chains.addTrack(piece.with(Macro.named("macro-1", "Macro")), "Other", true, Optional.empty());
        Target macro = two.macros().get(0).target();
        Session moved = Points.add(two, macro, 1, 0.5);
        Map<String, UnaryOperator<Session>> all = new LinkedHashMap<>();
        all.put("the device", s -> Removing.device(s, LEVEL.device()).apply(s));
        all.put("the track", s -> Removing.track(s, track).apply(s));
        all.put("the parameter", s -> TakingBack.of(s, List.of(LEVEL)).apply(s));
        all.forEach((name, edit) -> {
            assertThat(edit.apply(moved).laneIfAny(LEVEL)).as(name).isEmpty();
            Session guarded = moved.with(moved.lane(LEVEL).guarded(true));
            assertThatIllegalArgumentException()
                    .as(name)
                    .isThrownBy(() -> edit.apply(guarded))
                    .withMessageContaining("is protected. Shift+P opens it");
        });
        assertThat(Macros.delete(moved, two.macros().get(0).id()).laneIfAny(macro))
                .isEmpty();
        Session guarded = moved.with(moved.lane(macro).guarded(true));
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Macros.delete(guarded, two.macros().get(0).id()))
                .withMessageContaining("which is protected");
    }

    /** Nor with a clip that it says something in: that can be moved, but neither copied, cut, joined nor removed. */
    @Test
    void nothingWritesAProtectedLaneByAClip() {
        Session piece = lane(false);
        String track = piece.trackOf(LEVEL.device()).map(Track::id).orElseThrow();
        Clips.Made one = Clips.add(piece, track, "One", 0, 4);
        Clips.Made two = Clips.add(one.session(), track, "Two", 4, 8);
        Session said = Converting.toClip(two.session(), LEVEL, 0, one.clip()).session();
        Session guarded = said.with(said.lane(LEVEL).guarded(true));
        Map<String, UnaryOperator<Session>> all = new LinkedHashMap<>();
        all.put("copy", s -> Clips.copy(s, one.clip(), 12).session());
        all.put("repeat", s -> Clips.repeat(s, one.clip(), 20));
        all.put("cut", s -> Clips.cut(s, one.clip(), 2).session());
        all.put("join", s -> Clips.join(s, one.clip(), two.clip()).session());
        all.put("join the other", s -> Clips.join(s, two.clip(), one.clip()).session());
        all.put("remove", s -> Clips.remove(s, one.clip()));
        all.forEach((name, edit) -> {
            assertThat(edit.apply(said).lane(LEVEL).layers())
                    .as(name)
                    .isNotEqualTo(said.lane(LEVEL).layers());
            assertThatIllegalArgumentException()
                    .as(name)
                    .isThrownBy(() -> edit.apply(guarded))
                    .withMessageContaining("says something in this clip and is protected: nothing writes it");
        });
        assertThat(Clips.move(guarded, one.clip(), 8).lane(LEVEL)).isEqualTo(guarded.lane(LEVEL));
        assertThat(Clips.remove(guarded, two.clip()).lane(LEVEL)).isEqualTo(guarded.lane(LEVEL));
    }
}
