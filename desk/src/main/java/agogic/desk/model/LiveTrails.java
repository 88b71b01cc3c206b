package agogic.desk.model;

import agogic.core.play.LiveState;
import agogic.core.play.Playing;
import agogic.core.session.Session;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/** What is being written right now, route by route, for the eye: a value a frame. */
public final class LiveTrails {
    /** Values over beats. */
    public static final class Trail {
        private double[] beats = new double[512];
        private double[] values = new double[512];
        private int size;

        public int size() {
            return size;
        }

        public double beat(int i) {
            return beats[i];
        }

        public double value(int i) {
            return values[i];
        }

        private void add(double beat, double value) {
            if (size > 0 && beat <= beats[size - 1]) {
                return;
            }
            if (size == beats.length) {
                beats = Arrays.copyOf(beats, size * 2);
                values = Arrays.copyOf(values, size * 2);
            }
            beats[size] = beat;
            values[size++] = value;
        }
    }

    private final Map<String, Trail> trails = new HashMap<>();

    void clear() {
        trails.clear();
    }

    void follow(Playing playing, double beat) {
        Session session = playing.session();
        LiveState state = playing.live();
        for (int r = 0; r < session.routes().size(); r++) {
            if (state.writing(r)) {
                var route = session.routes().get(r);
                trails.computeIfAbsent(route.id(), id -> new Trail())
                        .add(beat, playing.value(route.target()).orElse(0));
            }
        }
    }

    /** How many routes have one. */
    public int count() {
        return trails.size();
    }

    public Trail of(String route) {
        return trails.get(route);
    }
}
