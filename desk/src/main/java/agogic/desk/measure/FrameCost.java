package agogic.desk.measure;

import agogic.core.route.Takeover;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Surface;
import agogic.desk.shell.DeskWindow;
import agogic.desk.shell.Launch;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevices;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;

/**
 * How long the window's thread works between two pictures while eight faders are ridden in a loop of two bars, and when that
 * stops: in processor time, so that other programs do not count. Also how often there was a picture at all.
 */
public final class FrameCost {
    private static final int WARM_SECONDS = 20;
    private static final int RIDE_SECONDS = Integer.getInteger("agogic.ride", 240);
    private static final int AFTER_SECONDS = 10;
    private static final int FADERS = 8;
    private static final long MOVE_MILLIS = 10;
    /** With this each picture that takes longer says what was done meanwhile. */
    private static final boolean LOOK = Boolean.getBoolean("agogic.look");

    private static final long LONG_NANOS = 32_000_000L;

    private final ThreadMXBean threads = ManagementFactory.getThreadMXBean();
    private final AtomicBoolean counts = new AtomicBoolean();
    private final List<Long> work = Collections.synchronizedList(new ArrayList<>());
    private long last;
    private final List<String> seen = Collections.synchronizedList(new ArrayList<>());
    private volatile long pictured = System.nanoTime();

    private FrameCost() {}

    /** Tells what frames cost while a piece plays and is ridden. */
    public static void main(String[] words) {
        FrameCost cost = new FrameCost();
        Launch.window(piece(), null, false, window -> {
            cost.watch();
            Thread riding = new Thread(() -> cost.ride(window), "measuring");
            riding.setDaemon(true);
            riding.start();
        });
        System.exit(0);
    }

    /** The demo with its faders in Touch, pinned, and a loop of two bars. */
    private static Session piece() {
        Session session = SlowComet.session().withLoop(new Loop(0, 8, true));
        for (var route : session.routes()) {
            boolean fader = route.hand()
                    .filter(h -> h.control().startsWith("fader") || h.control().startsWith("knob"))
                    .isPresent();
            if (fader) {
                session = session.with(route.in(WriteMode.TOUCH).pinned(true).with(Takeover.AT_ONCE));
            }
        }
        return session;
    }

    /** Looks what the window's thread does in a picture that takes long. */
    private void look(Thread window) {
        while (true) {
            try {
                Thread.sleep(8);
            } catch (InterruptedException e) {
                return;
            }
            if (counts.get() && System.nanoTime() - pictured > LONG_NANOS && seen.size() < 12) {
                StringBuilder at = new StringBuilder();
                for (StackTraceElement one : window.getStackTrace()) {
                    at.append("  ")
                            .append(one.getClassName().replaceAll(".*\\.", ""))
                            .append('.')
                            .append(one.getMethodName())
                            .append(':')
                            .append(one.getLineNumber());
                }
                seen.add(at.substring(0, Math.min(1800, at.length())));
            }
        }
    }

    private void watch() {
        if (LOOK) {
            Thread window = Thread.currentThread();
            Thread looking = new Thread(() -> look(window), "looking");
            looking.setDaemon(true);
            looking.start();
        }
        new AnimationTimer() {
            @Override
            public void handle(long now) {
                long cpu = threads.getCurrentThreadCpuTime();
                if (counts.get() && last > 0) {
                    work.add(cpu - last);
                    if (LOOK && cpu - last > LONG_NANOS) {
                        System.out.println("long: " + (cpu - last) / 1_000_000 + " ms at picture " + work.size());
                        seen.forEach(System.out::println);
                    }
                    seen.clear();
                    pictured = System.nanoTime();
                }
                last = cpu;
            }
        }.start();
    }

    private void ride(DeskWindow window) {
        try {
            Thread.sleep(WARM_SECONDS * 1000L);
            Surface north = window.desk().editing().session().surface("north-eight");
            Platform.runLater(() -> {
                window.desk().riding().locate(0);
                window.desk().riding().play();
            });
            Thread.sleep(1000);
            counts.set(true);
            for (int i = 0; i * MOVE_MILLIS < RIDE_SECONDS * 1000L; i++) {
                for (int f = 1; f <= FADERS; f++) {
                    double place = 0.5 + 0.45 * Math.sin(i * MOVE_MILLIS * 0.001 * (0.3 + 0.17 * f));
                    SimulatedDevices.at(north.port()).send(ControlSender.move(north.find("fader-" + f), 0, place));
                }
                Thread.sleep(MOVE_MILLIS);
            }
            say("riding eight faders, " + RIDE_SECONDS + " s in a loop of two bars");
            Platform.runLater(() -> window.desk().live().engine().stop());
            Thread.sleep(AFTER_SECONDS * 1000L);
            say("when it stops");
            int rides = window.desk().editing().session().rides().size();
            System.out.println("rides written: " + rides);
            System.exit(rides > FADERS ? 0 : 1);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void say(String what) {
        List<Long> all = new ArrayList<>(work);
        work.clear();
        Collections.sort(all);
        System.out.println(String.format(
                Locale.ROOT,
                "%s: %d pictures, half under %.1f ms, 99 %% under %.1f ms, 99.9 %% under %.1f ms, longest %.1f ms",
                what,
                all.size(),
                at(all, 0.5),
                at(all, 0.99),
                at(all, 0.999),
                at(all, 1)));
    }

    private static double at(List<Long> sorted, double part) {
        return sorted.isEmpty() ? 0 : sorted.get((int) Math.min(sorted.size() - 1, part * sorted.size())) * 1e-6;
    }
}
