package agogic.core.out;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.parameter.Parameter;
import agogic.core.plan.ParameterIndex;
import agogic.core.play.LiveState;
import agogic.core.route.Target;
import agogic.core.session.Moved;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The values that travel through one port: which parameter, by which controller, what was sent of it last. Those that
 * differ from what was sent wait in the order in which they began to.
 */
final class Lines {
    private final List<Outside> ways = new ArrayList<>();
    private final int[] parameters;
    private final Parameter[] of;
    /** True if it moves by itself while it plays: the receiver has to know where it starts. */
    private final boolean[] moving;
    /** The code the receiver has; −1 if nobody knows. */
    private final int[] sent;
    /** The code it stood at when it was first looked at: as long as it stands there, nothing was sent and nothing is owed. */
    private final int[] base;

    private final boolean[] waits;
    private final int[] queue;
    private int head;
    private int waiting;
    private final long[] since;
    /** How often something had changed when all were looked at last. */
    private int seen = -1;

    private boolean seenPlaying;

    /**
     * The lines of the devices of a session that play through {@code port}.
     *
     * @param before what it was until now, or null: what was sent is known on
     */
    Lines(Session session, String port, ParameterIndex index, Lines before) {
        List<Integer> places = new ArrayList<>();
        List<Boolean> overTime = new ArrayList<>();
        List<Parameter> kinds = new ArrayList<>();
        for (Device device : session.devices()) {
            if (!device.port().equals(port)) {
                continue;
            }
            for (Outside way : device.outside()) {
                Target target = new Target(device.id(), way.parameter());
                ways.add(way);
                kinds.add(session.parameter(target));
                places.add(index.of(target));
                overTime.add(Moved.overTime(session, target));
            }
        }
        int n = ways.size();
        parameters = places.stream().mapToInt(i -> i).toArray();
        of = kinds.toArray(Parameter[]::new);
        moving = new boolean[n];
        sent = new int[n];
        base = new int[n];
        Arrays.fill(sent, -1);
        Arrays.fill(base, -1);
        waits = new boolean[n];
        queue = new int[Math.max(1, n)];
        since = new long[n];
        Map<Outside, Integer> earlier = new HashMap<>();
        for (int line = 0; before != null && line < before.ways.size(); line++) {
            earlier.put(before.ways.get(line), line);
        }
        for (int line = 0; line < n; line++) {
            moving[line] = overTime.get(line);
            Integer was = earlier.get(ways.get(line));
            if (was != null) {
                sent[line] = before.sent[was];
                base[line] = before.base[was];
            }
        }
    }

    /** True if nothing of this session travels through the port. */
    boolean isEmpty() {
        return ways.isEmpty();
    }

    /** Nobody knows any more what the receiver has. */
    void forget() {
        Arrays.fill(sent, -1);
        Arrays.fill(base, -1);
        seen = -1;
    }

    private int code(int line, LiveState live) {
        return ways.get(line).code(of[line], live.value(parameters[line]));
    }

    /** Looks which values differ from what was sent. */
    void look(LiveState live, long nanos) {
        int changes = live.changes();
        boolean playing = live.playing();
        if (changes == seen && playing == seenPlaying) {
            return;
        }
        seen = changes;
        seenPlaying = playing;
        for (int line = 0; line < parameters.length; line++) {
            if (!waits[line] && owes(line, code(line, live), playing)) {
                waits[line] = true;
                since[line] = nanos;
                queue[(head + waiting++) % queue.length] = line;
            }
        }
    }

    private boolean owes(int line, int code, boolean playing) {
        if (code < 0) {
            // A program that is not said: the device stays as it is.
            return false;
        }
        if (sent[line] >= 0) {
            return code != sent[line];
        }
        if (base[line] < 0) {
            base[line] = code;
        }
        return code != base[line] || playing && moving[line];
    }

    /** The one that has waited longest and still differs; −1 if none does. */
    int next(LiveState live) {
        while (waiting > 0) {
            int line = queue[head];
            head = (head + 1) % queue.length;
            waiting--;
            waits[line] = false;
            if (owes(line, code(line, live), live.playing())) {
                return line;
            }
        }
        return -1;
    }

    boolean anyWaits() {
        return waiting > 0;
    }

    /** Since when the line has waited that {@link #next} gave, in nanoseconds. */
    long since(int line) {
        return since[line];
    }

    Outside way(int line) {
        return ways.get(line);
    }

    /** The code that is to be sent now. */
    int wanted(int line, LiveState live) {
        return code(line, live);
    }

    /** The code the receiver has, −1 if nobody knows. */
    int sent(int line) {
        return sent[line];
    }

    void sent(int line, int code) {
        sent[line] = code;
    }
}
