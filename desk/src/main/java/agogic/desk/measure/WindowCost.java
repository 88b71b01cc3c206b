package agogic.desk.measure;

import agogic.desk.model.Desk;
import agogic.desk.shell.DeskWindow;
import agogic.desk.shell.Launch;
import agogic.standins.comet.SlowComet;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadInfo;
import java.lang.management.ThreadMXBean;
import java.time.Duration;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import javafx.application.Platform;

/**
 * What the window with the demo costs while nothing moves, and while it plays with Routes open: processor time by time on
 * the clock. Says it of the whole process, and of the program's own threads, without the machine's compiler.
 */
public final class WindowCost {
    private static final int WARM = 30;
    private static final int SPAN = 30;

    private WindowCost() {}

    /** Tells what edits and views of a piece cost in a window. */
    public static void main(String[] words) {
        Launch.window(SlowComet.session(), null, false, window -> {
            Thread measuring = new Thread(() -> measure(window), "measuring");
            measuring.setDaemon(true);
            measuring.start();
        });
        System.exit(0);
    }

    private static void measure(DeskWindow window) {
        try {
            Thread.sleep(WARM * 1000L);
            say("idle");
            Platform.runLater(() -> {
                Desk desk = window.desk();
                desk.riding().locate(0);
                desk.riding().play();
            });
            Thread.sleep(WARM * 1000L);
            say("playing");
            System.exit(0);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static void say(String what) throws InterruptedException {
        double all = process();
        Map<String, Double> own = own();
        long at = System.nanoTime();
        Thread.sleep(SPAN * 1000L);
        double span = (System.nanoTime() - at) * 1e-9;
        Map<String, Double> after = own();
        double sum = 0;
        StringBuilder threads = new StringBuilder();
        for (Map.Entry<String, Double> one : after.entrySet()) {
            double part = 100 * (one.getValue() - own.getOrDefault(one.getKey(), 0.0)) / span;
            sum += part;
            if (part >= 0.05) {
                threads.append(String.format(Locale.ROOT, ", %s %.1f", one.getKey(), part));
            }
        }
        System.out.printf(
                Locale.ROOT,
                "%-8s %5.1f %% of a core, %5.1f %% without the machine's compiler%s%n",
                what,
                100 * (process() - all) / span,
                sum,
                threads);
    }

    private static double process() {
        return ProcessHandle.current()
                        .info()
                        .totalCpuDuration()
                        .orElse(Duration.ZERO)
                        .toMillis()
                / 1000.0;
    }

    /** Of all Java threads by their names; one that ends in between is not counted. */
    private static Map<String, Double> own() {
        ThreadMXBean threads = ManagementFactory.getThreadMXBean();
        Map<String, Double> sums = new TreeMap<>();
        for (long id : threads.getAllThreadIds()) {
            ThreadInfo info = threads.getThreadInfo(id);
            if (info != null) {
                sums.merge(info.getThreadName(), Math.max(0, threads.getThreadCpuTime(id)) * 1e-9, Double::sum);
            }
        }
        return sums;
    }
}
