package agogic.formats.session;

import agogic.core.edit.points.Patterns;
import agogic.core.edit.points.ShapeWords;
import agogic.core.edit.points.Snapshots;
import agogic.core.edit.points.Versions;
import agogic.core.expose.Clearing;
import agogic.core.pattern.Pattern;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.session.Version;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;

/** Whatever can be done with patterns, snapshots, versions, tied points and deleting completely. */
final class AnyShapeEdit {
    private static final String[] WORDS = {
        "wave sine 1 bar %a to %b 2 5 named A",
        "wave pulse 3 beats %a to %b 1 4 duty 20 % swing 60 %",
        "wave triangle 0.8 Hz %a to %b 2 4 phase 30 % named B",
        "wave steps 2 bars %a / %b / %a 1 6 named A rotation 25 %",
        "wave own 1 bar of 1 3 2 6",
        "pattern A 3 7",
        "pattern B 1 3",
        "drop S1 3 over 2 beats",
        "drop S2 2 until 4",
        "equal 1 9",
        "mirror time 2 6",
        "copy 1 3 to 4",
        "thin %d 1 9",
        "level %a 2 3",
        "sweep %a to %b 2 4 slow start"
    };

    private final Random random;

    AnyShapeEdit(Random random) {
        this.random = random;
    }

    private <T> T any(List<T> all) {
        return all.get(random.nextInt(all.size()));
    }

    Session of(Session s, Target other, Function<Session, Hand> hand) {
        Target target = s.lanes().isEmpty() || random.nextInt(4) == 0
                ? other
                : any(s.lanes()).target();
        List<SnapshotSet> sets = s.sets();
        Version version = s.versions().isEmpty() ? null : any(s.versions());
        int layer = random.nextInt(s.lane(target).layers().size());
        return switch (random.nextInt(14)) {
            case 0, 1, 2, 3 -> words(s, target, layer);
            case 4 -> s.patterns().isEmpty()
                    ? s
                    : Patterns.remove(s, any(s.patterns()).name());
            case 5 -> s.patterns().isEmpty()
                    ? s
                    : Patterns.rename(s, any(s.patterns()).name(), "N" + random.nextInt(3));
            case 6 -> {
                if (s.patterns().isEmpty()) {
                    yield s;
                }
                Pattern one = any(s.patterns());
                yield Patterns.keep(s, one.with(one.depth() / 2, one.centre(), random.nextDouble(), 0.6, 0.2));
            }
            case 7 -> Snapshots.keep(
                    s,
                    "Set " + random.nextInt(2),
                    Snapshots.take(s, "S" + random.nextInt(4), List.of(target), t -> random.nextDouble()));
            case 8 -> {
                if (sets.isEmpty() || sets.get(0).snapshots().isEmpty()) {
                    yield s;
                }
                SnapshotSet set = sets.get(0);
                Snapshot one = any(set.snapshots());
                yield random.nextInt(3) > 0
                        ? Snapshots.on(s, set, one, Optional.of(hand.apply(s)))
                        : Snapshots.remove(s, set, one);
            }
            case 9 -> s.versions().size() > 3
                    ? Versions.remove(s, version)
                    : random.nextInt(4) == 0
                            ? Versions.keep(s, "W")
                            : Versions.keep(s, target, "V" + random.nextInt(3));
            case 10 -> version == null ? s : Versions.back(s, version);
            case 11 -> Points.tie(s, target, layer, List.of(random.nextInt(3), random.nextInt(6)));
            case 12 -> Points.part(s, target, layer, random.nextInt(6));
            default -> (switch (random.nextInt(3)) {
                        case 0 -> Clearing.lanes(s, target::equals);
                        case 1 -> Clearing.range(s, List.of(target), random.nextInt(12), 12 + random.nextInt(9));
                        default -> Clearing.control(s, hand.apply(s));
                    })
                    .session();
        };
    }

    private Session words(Session s, Target target, int layer) {
        var parameter = s.lane(target).layer(layer).scale(s.parameter(target));
        String words = WORDS[random.nextInt(WORDS.length)]
                .replace("%a", parameter.print(random.nextDouble()))
                .replace("%b", parameter.print(random.nextInt(2)))
                .replace("%d", parameter.printDifference(parameter.travel() / 20));
        return ShapeWords.apply(s, target, layer, words);
    }
}
