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

    /** The numbers of the parameters of a session, device by device, macros last. */
    public ParameterIndex(Session session) {
        for (Device device : session.devices()) {
            starts.put(device.id(), parameters.size());
            for (Parameter parameter : device.parameters()) {
                add(new Target(device.id(), parameter.id()), parameter);
            }
        }
        starts.put(Macro.DEVICE, parameters.size());
        session.macros().forEach(macro -> add(macro.target(), macro.parameter()));
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
