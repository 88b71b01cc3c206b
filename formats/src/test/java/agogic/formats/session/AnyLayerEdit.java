package agogic.formats.session;

import agogic.core.edit.clip.Clips;
import agogic.core.edit.layer.Converting;
import agogic.core.edit.layer.Layers;
import agogic.core.edit.pass.Takes;
import agogic.core.lane.Lane;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleSupplier;

/** Whatever can be done to clips, layers and takes. */
final class AnyLayerEdit {
    private final Random random;
    private final DoubleSupplier time;

    AnyLayerEdit(Random random, DoubleSupplier time) {
        this.random = random;
        this.time = time;
    }

    static List<Clip> clips() {
        List<Note> notes = List.of(new Note(0, 2, 60, 90), new Note(3, 1, 64, 70));
        return List.of(new Clip("First", 2, 8, notes), new Clip("Second", 16, 12, notes));
    }

    private String clip(Session s) {
        List<Clip> all = s.tracks().get(0).clips();
        return all.isEmpty() || random.nextInt(9) == 0
                ? "nobody"
                : all.get(random.nextInt(all.size())).id();
    }

    Session of(Session s, Target other) {
        Target target = other;
        if (!s.lanes().isEmpty() && random.nextInt(4) > 0) {
            target = s.lanes().get(random.nextInt(s.lanes().size())).target();
        }
        Lane lane = s.lane(target);
        int layer = random.nextInt(lane.layers().size() + 1);
        int stretches =
                layer < lane.layers().size() ? lane.layer(layer).stretches().size() : 0;
        int take = stretches == 0 ? -1 : random.nextInt(stretches);
        double at = time.getAsDouble();
        return switch (random.nextInt(22)) {
            case 0 -> Clips.move(s, clip(s), at);
            case 1 -> s.tracks().get(0).clips().size() > 12
                    ? s
                    : Clips.copy(s, clip(s), at).session();
            case 2 -> s.tracks().get(0).clips().size() > 12 ? s : Clips.repeat(s, clip(s), Math.min(at, 44));
            case 3 -> Clips.cut(s, clip(s), at).session();
            case 4 -> Clips.join(s, clip(s), clip(s)).session();
            case 5 -> Clips.resize(s, clip(s), at, at + time.getAsDouble());
            case 6 -> Clips.stretch(s, clip(s), at);
            case 7 -> Clips.loop(s, clip(s), at / 4);
            case 8 -> Clips.remove(s, clip(s));
            case 9 -> Layers.add(s, target, random.nextBoolean() ? "" : clip(s), random.nextBoolean());
            case 10 -> Layers.switched(s, target, layer, random.nextBoolean());
            case 11 -> Layers.alone(s, target, layer);
            case 12 -> Layers.remove(s, target, layer);
            case 13 -> Converting.toClip(s, target, layer, clip(s)).session();
            case 14 -> Converting.toTimeline(s, target, layer).session();
            case 15 -> Converting.flatten(s, target).session();
            case 16 -> Converting.toOffset(s, target).session();
            case 17 -> Converting.toAbsolute(s, target, layer).session();
            case 18 -> Converting.merge(
                            s, target, layer, random.nextInt(lane.layers().size()))
                    .session();
            case 19 -> Converting.lock(s, target, layer, Lock.values()[random.nextInt(2)])
                    .session();
            case 20 -> take < 0
                    ? Points.add(s, target, layer, at, random.nextDouble())
                    : random.nextBoolean()
                            ? Takes.part(s, target, layer, take, at, at + 3)
                            : Takes.choose(s, target, layer, take);
            default -> {
                if (s.routes().isEmpty()) {
                    yield s;
                }
                Route route = s.routes().get(random.nextInt(s.routes().size()));
                yield random.nextInt(8) == 0
                        ? s.with(lane.guarded(!lane.guarded()))
                        : s.with(route.into(new Into(random.nextBoolean(), random.nextBoolean())));
            }
        };
    }
}
