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

        /** How many moves it has. */
        public int size() {
            return size;
        }

        /** When a move was made, in quarter notes of the piece; from 0. */
        public double beat(int i) {
            return beats[i];
        }

        /** What a move came to, 0..1; from 0. */
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

    /** What the route of this id did in the pass that is under way; null if nothing. */
    public Trail of(String route) {
        return trails.get(route);
    }
}
