package agogic.desk.measure;

import agogic.core.device.Device;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.shell.DeskWindow;
import agogic.desk.shell.Launch;
import agogic.standins.comet.SlowComet;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadInfo;
import java.lang.management.ThreadMXBean;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import javafx.animation.AnimationTimer;
import javafx.scene.Node;
import javafx.scene.control.skin.VirtualFlow;

/**
 * What a frame costs while 200 routes with a million points are scrolled: processor time of the thread that draws and of the
 * one that paints, a frame; in the middle, and of the slowest in a hundred.
 */
public final class ScrollCost {
    private static final int ROUTES = 200;
    private static final int POINTS = 5_000;
    private static final int WARM = 240;
    private static final int FRAMES = 600;

    private ScrollCost() {}

    /** Tells what frames cost while a long list is scrolled. */
    public static void main(String[] words) {
        Launch.window(session(), null, false, window -> new Scrolling(window).start());
        System.exit(0);
    }

    private static Session session() {
        Random random = new Random(3);
        List<Parameter> parameters = new ArrayList<>();
        List<String> exposed = new ArrayList<>();
        List<Lane> lanes = new ArrayList<>();
        List<Route> routes = new ArrayList<>();
        Session comet = SlowComet.score();
        for (int i = 0; i < ROUTES; i++) {
            String id = "p" + i;
            parameters.add(Parameter.continuous(id, "Amount " + i, "Many", Unit.PERCENT, Taper.LINEAR, 0, 100, 50));
            exposed.add(id);
            List<Point> points = new ArrayList<>();
            double value = 0.5;
            for (int k = 0; k < POINTS; k++) {
                value = Math.max(0, Math.min(1, value + 0.1 * (random.nextDouble() - 0.5)));
                points.add(new Point(comet.length() * k / POINTS, value));
            }
            Target target = new Target("many", id);
            lanes.add(Lane.drawn(target, Envelope.of(points)));
            routes.add(Route.of("r" + i, null, Span.FULL, target));
        }
        Device many = Device.of("many", "Many", "", parameters, 256, exposed);
        return comet.withRoutes(List.of())
                .withLanes(List.of())
                .withMacros(List.of())
                .withDevice(many)
                .withTracks(List.of(new Track("all", "All", false, 1, List.of("many"), List.of())))
                .withLanes(lanes)
                .withRoutes(routes);
    }

    /** Scrolls a little at each frame, in rows and in time, and counts. */
    private static final class Scrolling extends AnimationTimer {
        private final DeskWindow window;
        private final ThreadMXBean threads = ManagementFactory.getThreadMXBean();
        private final double[] costs = new double[FRAMES];
        private long[] ids = {};
        private long before;
        private int frame = -WARM;
        private int way = 1;

        Scrolling(DeskWindow window) {
            this.window = window;
        }

        @Override
        public void handle(long now) {
            if (ids.length == 0) {
                window.desk().time().zoom(0.4, window.desk().editing().session().length() / 2);
                ids = Arrays.stream(threads.getThreadInfo(threads.getAllThreadIds()))
                        .filter(one -> one.getThreadName().startsWith("JavaFX Application")
                                || one.getThreadName().startsWith("QuantumRenderer"))
                        .mapToLong(ThreadInfo::getThreadId)
                        .toArray();
            }
            long worked = 0;
            for (long id : ids) {
                worked += threads.getThreadCpuTime(id);
            }
            if (frame > 0) {
                costs[frame - 1] = (worked - before) / 1e6;
            }
            before = worked;
            if (++frame > FRAMES) {
                Arrays.sort(costs);
                System.out.printf(
                        Locale.ROOT,
                        "%d routes, %d points: a frame works %.1f ms in the middle, %.1f ms one in a hundred%n",
                        ROUTES,
                        ROUTES * POINTS,
                        costs[FRAMES / 2],
                        costs[FRAMES * 99 / 100]);
                System.exit(0);
            }
            Node list = window.desk() == null ? null : window.routesList();
            if (list != null && list.lookup(".virtual-flow") instanceof VirtualFlow<?> flow) {
                if (flow.scrollPixels(way * 22) == 0) {
                    way = -way;
                }
                if (frame % 2 == 0) {
                    window.desk().time().scroll(way * 0.5);
                }
            }
        }
    }
}
