package agogic.standins.comet;

import agogic.core.device.Device;
import agogic.core.device.Socket;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * What the piece wants of the single partials: more than the Partial Bank has sockets. Levels swell together, decays are
 * lengthened one after another, places wander, and some are merely exposed because somebody once tried them.
 */
final class Constellation {
    private static final String BANK = "partial-bank";

    private Constellation() {}

    private static String id(int partial, String aspect) {
        return String.format(Locale.ROOT, "p%02d-%s", partial, aspect);
    }

    /** Who has a lane: levels that breathe together in three choirs, decays in turn, pans, drifts, ratios. */
    private static List<String> moved() {
        List<String> ids = new ArrayList<>();
        for (int p = 4; p <= 39; p++) {
            ids.add(id(p, "level"));
        }
        for (int p = 1; p <= 32; p++) {
            ids.add(id(p, "decay"));
        }
        for (int p = 2; p <= 41; p++) {
            ids.add(id(p, "pan"));
        }
        for (int p = 1; p <= 12; p++) {
            ids.add(id(p, "tremolo"));
        }
        for (int p = 5; p <= 16; p++) {
            ids.add(id(p, "drift"));
        }
        return ids;
    }

    /** The bank with as many of them on sockets as there are, the others wanted. */
    static Device devices(Device bank) {
        Device device = bank;
        List<String> wanted = new ArrayList<>();
        for (String id : moved()) {
            // As a host shows them: P12 lvl, P7 dcy.
            String aspect = id.substring(4);
            String shortName = "P" + Integer.parseInt(id.substring(1, 3)) + " " + aspect.charAt(0)
                    + aspect.substring(1).replaceAll("[aeiou]", "");
            device = device.with(device.find(id).called(shortName));
            if (device.socketOf(id) > 0) {
                continue;
            }
            if (device.free() > 0) {
                device = device.with(Socket.of(device.free(), id));
            } else {
                wanted.add(id);
            }
        }
        return device.wanting(wanted);
    }

    static Session lanes(Session session) {
        Session drawn = session;
        for (String id : moved()) {
            int partial = Integer.parseInt(id.substring(1, 3));
            drawn = drawn.with(lane(drawn, id, id.substring(4), partial));
        }
        return drawn;
    }

    private static Lane lane(Session session, String id, String aspect, int p) {
        Target target = new Target(BANK, id);
        Parameter parameter = session.parameter(target);
        double rest = parameter.valueAt(parameter.resting());
        List<Point> points = new ArrayList<>();
        switch (aspect) {
            case "level" -> {
                // Three choirs of nine breathe alike; the others each have a swell of their own.
                double[][] choirs = {
                    {0, 0, 32, 8, 64, 2, 128, 9, 160, 3, 192, 0},
                    {0, 0, 64, 0, 80, 10, 112, 4, 144, 9, 192, 0},
                    {0, -6, 48, 0, 96, -9, 160, 0, 192, -12}
                };
                boolean choir = p <= 30;
                double[] way = choirs[p % 3];
                for (int i = 0; i < way.length; i += 2) {
                    double own = choir ? 0 : (p * 31 + i * 17) % 7 - 3;
                    add(points, parameter, way[i], Math.min(-0.5, rest + way[i + 1] + own), Shape.STRAIGHT);
                }
            }
            case "decay" -> {
                // A wave goes through the bank: partial after partial rings longer for two bars.
                double begins = 8 + 5.5 * p;
                add(points, parameter, begins, rest, Shape.S);
                add(points, parameter, begins + 4, Math.min(18, rest * 2.4), Shape.S);
                add(points, parameter, begins + 8, rest, Shape.HOLD);
            }
            case "pan" -> {
                double far = 20 + p * 13 % 60;
                double side = p % 2 == 0 ? 1 : -1;
                add(points, parameter, 0, side * far * 0.3, Shape.bent(0.2 + p % 5 * 0.1));
                add(points, parameter, 40 + p * 7 % 50, side * far, Shape.STRAIGHT);
                add(points, parameter, 130 + p * 11 % 30, -side * far * 0.6, Shape.S);
                add(points, parameter, 192, 0, Shape.STRAIGHT);
            }
            case "tremolo" -> {
                double begins = 64 + 10 * (p - 1);
                add(points, parameter, begins, rest, Shape.STRAIGHT);
                add(points, parameter, begins + 6, 70, Shape.STRAIGHT);
                add(points, parameter, begins + 10, rest, Shape.HOLD);
            }
            default -> {
                add(points, parameter, 128, 1.5, Shape.STRAIGHT);
                add(points, parameter, 144, 4 + p * 5 % 17, Shape.STRAIGHT);
                add(points, parameter, 160, 1.5, Shape.HOLD);
            }
        }
        return Lane.drawn(target, Envelope.of(points));
    }

    private static void add(List<Point> points, Parameter parameter, double beat, double value, Shape shape) {
        points.add(new Point(Math.min(192, beat), parameter.normalisedOf(value), shape));
    }
}
