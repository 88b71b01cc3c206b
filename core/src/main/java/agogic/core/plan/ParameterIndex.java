package agogic.core.plan;

import agogic.core.device.Device;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Numbers all parameters of a session, device after device and then its macros, so that playing can keep them in plain arrays. */
public final class ParameterIndex {
    private final Map<String, Integer> starts = new HashMap<>();
    private final Map<Target, Integer> numbers = new HashMap<>();
    private final List<Parameter> parameters = new ArrayList<>();
    private final List<Target> targets = new ArrayList<>();
    /** How many indexes came before this one. */
    private final int edition;
    /** Of each parameter the edition since which it rests where it does. */
    private final int[] restedSince;

    /** The numbers of the parameters of a session, device by device, macros last. */
    public ParameterIndex(Session session) {
        this(session, null);
    }

    /** The same after an edit: {@code before} is that of the session before it, null for none. */
    ParameterIndex(Session session, ParameterIndex before) {
        edition = before == null ? 0 : before.edition + 1;
        for (Device device : session.devices()) {
            starts.put(device.id(), parameters.size());
            for (Parameter parameter : device.parameters()) {
                add(new Target(device.id(), parameter.id()), parameter);
            }
        }
        starts.put(Macro.DEVICE, parameters.size());
        session.macros().forEach(macro -> add(macro.target(), macro.parameter()));
        restedSince = new int[targets.size()];
        for (int p = 0; p < restedSince.length; p++) {
            Integer was = before == null ? null : before.numbers.get(targets.get(p));
            boolean rests = was != null
                    && before.parameters.get(was).resting() == parameters.get(p).resting();
            restedSince[p] = rests ? before.restedSince[was] : edition;
        }
    }

    /**
     * True if every edit from {@code before} to this left a parameter resting where it rested: one that put it somewhere else
     * and one that put it back, with nothing heard in between, did not.
     *
     * @param was its number in {@code before}
     * @param is its number here
     */
    public boolean restsSince(ParameterIndex before, int was, int is) {
        return restedSince[is] == before.restedSince[was];
    }

    private void add(Target target, Parameter parameter) {
        numbers.put(target, parameters.size());
        parameters.add(parameter);
        targets.add(target);
    }

    /** True if the session has this target. */
    public boolean has(Target target) {
        return numbers.containsKey(target);
    }

    /** How many parameters have a number. */
    public int size() {
        return parameters.size();
    }

    /** The number of the first parameter of a device, which the session has to have. */
    public int startOf(String device) {
        return starts.get(device);
    }

    /**
     * The number of a target.
     *
     * @throws IllegalArgumentException if the session has no such target; {@link #has} says
     */
    public int of(Target target) {
        Integer number = numbers.get(target);
        if (number == null) {
            throw new IllegalArgumentException(target + " is not in the session that plays.");
        }
        return number;
    }

    /** The parameter with a number, from 0 to below {@link #size}. */
    public Parameter parameter(int number) {
        return parameters.get(number);
    }

    /** The target with a number, from 0 to below {@link #size}. */
    public Target target(int number) {
        return targets.get(number);
    }

    /** True if {@code other} numbers the same targets alike. */
    public boolean alike(ParameterIndex other) {
        return targets.equals(other.targets);
    }
}
