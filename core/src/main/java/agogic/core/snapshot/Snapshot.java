package agogic.core.snapshot;

import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.text.Text;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Values of several parameters under one name.
 *
 * @param name unique within its set
 * @param values no parameter twice
 * @param pad the button or pad that starts it, if one does
 */
public record Snapshot(String name, List<Value> values, Optional<Hand> pad) {
    /**
     * Where one parameter stands.
     *
     * @param value normalised
     */
    public record Value(Target target, double value) {
        /**
         * @throws IllegalArgumentException in words for people if one of these is not what it can be
         */
        public Value {
            if (!(value >= 0 && value <= 1)) {
                throw new IllegalArgumentException("A value of a snapshot lies between 0 and 1, not at " + value + ".");
            }
        }
    }

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Snapshot {
        Text.sound("The name of a snapshot", name);
        values = List.copyOf(values);
        if (name.isBlank()) {
            throw new IllegalArgumentException("A snapshot needs a name.");
        }
        Set<Target> seen = new HashSet<>();
        for (Value value : values) {
            if (!seen.add(value.target)) {
                throw new IllegalArgumentException("The snapshot " + name + " has " + value.target + " twice.");
            }
        }
    }

    /**
     * With another name.
     *
     * @throws IllegalArgumentException in words for people if the name is blank
     */
    public Snapshot named(String newName) {
        return new Snapshot(newName, values, pad);
    }

    /**
     * With these values, one a target.
     *
     * @throws IllegalArgumentException in words for people if a parameter is there twice
     */
    public Snapshot with(List<Value> newValues) {
        return new Snapshot(name, newValues, pad);
    }

    /** On this pad; none for no pad. */
    public Snapshot on(Optional<Hand> newPad) {
        return new Snapshot(name, values, newPad);
    }
}
