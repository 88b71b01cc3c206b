package agogic.core.parameter;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * An instrument or effect as its description tells it: its parameters and the sockets it offers to a host.
 *
 * @param id unique within the session
 * @param name as people call it
 * @param kind which sound it has (a stand-in's name), or empty if it has none of its own
 * @param parameters all that can move
 * @param sockets how many parameters a host can reach at once, 0 or more
 * @param exposed which parameter sits on which socket: the id of each exposed parameter, in socket order from 1
 */
public record Device(
        String id, String name, String kind, List<Parameter> parameters, int sockets, List<String> exposed) {
    public Device {
        parameters = List.copyOf(parameters);
        exposed = List.copyOf(exposed);
        Map<String, Parameter> known = new HashMap<>();
        for (Parameter parameter : parameters) {
            if (known.put(parameter.id(), parameter) != null) {
                throw new IllegalArgumentException(name + " has two parameters with the id " + parameter.id() + ".");
            }
        }
        Set<String> taken = new HashSet<>();
        for (String one : exposed) {
            Parameter parameter = known.get(one);
            if (parameter == null) {
                throw new IllegalArgumentException(name + " exposes " + one + ", which it does not have.");
            }
            if (parameter.reserved()) {
                throw new IllegalArgumentException(name + ": " + parameter.name() + " is reserved, never exposed.");
            }
            if (!taken.add(one)) {
                throw new IllegalArgumentException(name + " exposes " + parameter.name() + " twice.");
            }
        }
        if (exposed.size() > sockets) {
            throw new IllegalArgumentException(
                    name + " offers " + sockets + " sockets; " + exposed.size() + " parameters are exposed.");
        }
    }

    /** The parameter with this id, or null if there is none. */
    public Parameter find(String parameterId) {
        for (Parameter parameter : parameters) {
            if (parameter.id().equals(parameterId)) {
                return parameter;
            }
        }
        return null;
    }

    /** The socket a parameter sits on, counted from 1, or 0 if it is not exposed. */
    public int socketOf(String parameterId) {
        return exposed.indexOf(parameterId) + 1;
    }

    /** This device with {@code changed} in the place of the parameter with its id. */
    public Device with(Parameter changed) {
        List<Parameter> list = parameters.stream()
                .map(p -> p.id().equals(changed.id()) ? changed : p)
                .toList();
        return new Device(id, name, kind, list, sockets, exposed);
    }

    /** This device with other parameters exposed. */
    public Device exposing(List<String> newExposed) {
        return new Device(id, name, kind, parameters, sockets, newExposed);
    }
}
