package agogic.core.edit.layer;

import agogic.core.device.Device;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Extent;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/**
 * Random pieces with clips and layers, and what is heard of them by section 8 of the description of what is computed,
 * written out here once more without the code that plays: it shares with it only the value of one envelope at one time.
 */
public final class Layered {
    public static final Target TARGET = new Target("d", "p");
    static final double LENGTH = 64;

    private Layered() {}

    static Parameter parameter(int kind) {
        return switch (kind) {
            case 0 -> Parameter.continuous("p", "Level", "", Unit.DECIBEL, Taper.LINEAR, -60, 6, -20);
            case 1 -> Parameter.continuous("p", "Cutoff", "", Unit.HERTZ, Taper.LOGARITHMIC, 60, 12_000, 800);
            case 2 -> Parameter.continuous("p", "Fader", "", Unit.DECIBEL, Taper.FADER, 0, 1, -6);
            default -> Parameter.continuous("p", "Rate", "", Unit.HERTZ, Taper.LINEAR, 1, 40, 8);
        };
    }

    public static Session piece(long seed, int kind) {
        Random random = new Random(seed);
        List<TempoPoint> tempos = new ArrayList<>();
        tempos.add(new TempoPoint(0, 60 + random.nextInt(80), random.nextInt(3) == 0));
        for (int beat = 8 + random.nextInt(20); beat < LENGTH && tempos.size() < 4; beat += 6 + random.nextInt(20)) {
            tempos.add(new TempoPoint(beat, 50 + random.nextInt(120), random.nextInt(3) == 0));
        }
        List<Clip> clips = new ArrayList<>();
        int n = 1 + random.nextInt(4);
        for (int i = 0; i < n; i++) {
            double at = random.nextInt(24) * 2 + (random.nextBoolean() ? 0 : random.nextDouble());
            double length = 2 + random.nextInt(14) + (random.nextBoolean() ? 0 : random.nextDouble());
            double speed = new double[] {1, 1, 0.5, 1.5, 2, 0.7}[random.nextInt(6)];
            double cycle = random.nextInt(3) == 0 ? 1 + random.nextInt(5) + random.nextDouble() : 0;
            double offset = random.nextBoolean() ? 0 : random.nextDouble() * 3;
            clips.add(new Clip(
                    "c" + i,
                    "Clip " + i,
                    at,
                    length,
                    offset,
                    speed,
                    cycle,
                    List.of(new Note(1, 0.5, 60, 90)),
                    List.of(),
                    List.of(),
                    Optional.empty()));
        }
        List<Layer> layers = new ArrayList<>();
        Lock lock = random.nextBoolean() ? Lock.BEATS : Lock.SECONDS;
        layers.add(new Layer(lock, random.nextInt(5) == 0 ? Envelope.EMPTY : envelope(random, 40), List.of()));
        for (Clip clip : clips) {
            if (random.nextInt(3) > 0) {
                double from = random.nextBoolean() ? 0 : random.nextDouble() * 4;
                List<Extent> extents = new ArrayList<>(List.of(new Extent(from, from + 1 + random.nextInt(20))));
                if (random.nextBoolean()) {
                    extents.add(new Extent(from + 22, from + 30));
                }
                layers.add(Layer.of(clip.id(), false)
                        .with(envelope(random, 20))
                        .drawn(extents)
                        .switched(random.nextInt(6) > 0));
            }
            if (random.nextInt(3) == 0) {
                layers.add(Layer.of(clip.id(), true).with(gentle(random, 12)));
            }
        }
        for (int i = random.nextInt(3); i > 0; i--) {
            layers.add(Layer.of("", true)
                    .with(random.nextBoolean() ? Lock.BEATS : Lock.SECONDS, gentle(random, 40), List.of()));
        }
        return session(new Timeline(TempoMap.of(tempos), MetreMap.steady(4, 4)), parameter(kind), clips)
                .with(new Lane(TARGET, layers));
    }

    public static Session session(Timeline timeline, Parameter parameter, List<Clip> clips) {
        Device device = Device.of("d", "Device", "", List.of(parameter), 4, List.of("p"));
        return new Session(
                "Piece",
                "",
                timeline,
                LENGTH,
                List.of(),
                new Loop(0, 8, false),
                List.of(new Track("t", "Track", false, 1, List.of("d"), clips)),
                List.of(device),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    static Envelope envelope(Random random, double until) {
        List<Point> points = new ArrayList<>();
        double time = random.nextInt(4) == 0 ? 0 : random.nextDouble() * 3;
        while (time < until) {
            points.add(
                    new Point(time, random.nextInt(6) == 0 ? random.nextInt(2) : random.nextDouble(), shape(random)));
            if (random.nextInt(5) == 0) {
                points.add(new Point(time, random.nextDouble(), shape(random)));
            }
            time += 0.2 + random.nextDouble() * 5;
        }
        return Envelope.of(points);
    }

    /** An offset that leaves some room. */
    private static Envelope gentle(Random random, double until) {
        List<Point> points = new ArrayList<>();
        for (double time = random.nextDouble(); time < until; time += 1 + random.nextDouble() * 8) {
            points.add(new Point(time, 0.5 + (random.nextDouble() - 0.5) * 0.2, shape(random)));
        }
        return Envelope.of(points);
    }

    private static Shape shape(Random random) {
        return switch (random.nextInt(4)) {
            case 0 -> Shape.HOLD;
            case 1 -> Shape.s(random.nextDouble() * 2 - 1);
            case 2 -> Shape.bent(random.nextDouble() * 2 - 1);
            default -> Shape.STRAIGHT;
        };
    }

    /** What is heard at a beat of the piece, normalised. */
    public static double heard(Session session, double beat) {
        Parameter parameter = session.parameter(TARGET);
        Lane lane = session.lane(TARGET);
        double seconds = session.timeline().secondsAt(beat);
        double absolute = Double.NaN;
        double sum = 0;
        for (Layer layer : lane.layers()) {
            if (!layer.on() || layer.envelope().isEmpty()) {
                continue;
            }
            double time = layer.lock() == Lock.BEATS ? beat : seconds;
            if (layer.inClip()) {
                Clip clip = session.clip(layer.clip()).orElseThrow();
                if (beat < clip.beat() || beat >= clip.beat() + clip.length()) {
                    continue;
                }
                time = clip.offset() + clip.speed() * (beat - clip.beat());
                time = clip.cycle() > 0 ? time - clip.cycle() * Math.floor(time / clip.cycle()) : time;
                double content = time;
                boolean says = layer.offset()
                        || layer.extents().stream().anyMatch(e -> content >= e.from() && content < e.to());
                if (!says) {
                    continue;
                }
                if (!layer.offset()) {
                    absolute = layer.envelope().valueAt(time);
                }
            } else if (!layer.offset() && Double.isNaN(absolute)) {
                absolute = layer.envelope().valueAt(time);
            }
            sum += layer.offset() ? 2 * layer.envelope().valueAt(time) - 1 : 0;
        }
        double rest = Double.isNaN(absolute) ? parameter.resting() : absolute;
        double moved;
        if (parameter.taper() instanceof Taper.Fader fader) {
            double level = 40 * Math.log10(rest / fader.unity()) + sum * 48;
            moved = rest <= 0 ? 0 : fader.unity() * Math.pow(10, level / 40);
        } else if (parameter.unit() == Unit.HERTZ && parameter.taper().equals(Taper.LINEAR)) {
            double octaves = Math.log(parameter.to() / parameter.from()) / Math.log(2);
            double hertz = (parameter.from() + (parameter.to() - parameter.from()) * rest) * Math.pow(2, sum * octaves);
            moved = (hertz - parameter.from()) / (parameter.to() - parameter.from());
        } else {
            moved = rest + sum;
        }
        return Math.max(0, Math.min(1, moved));
    }
}
