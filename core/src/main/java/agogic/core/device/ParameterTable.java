package agogic.core.device;

import agogic.core.parameter.Parameter;
import java.util.AbstractList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.RandomAccess;

/** The parameters of a device in their order, found by id at once. Immutable. */
final class ParameterTable extends AbstractList<Parameter> implements RandomAccess {
    private final Parameter[] all;
    private final Map<String, Integer> places;

    private ParameterTable(Parameter[] all, Map<String, Integer> places) {
        this.all = all;
        this.places = places;
    }

    /** A table of these, whose ids are different; {@code device} names it in errors. */
    static ParameterTable of(List<Parameter> parameters, String device) {
        if (parameters instanceof ParameterTable table) {
            return table;
        }
        Parameter[] all = parameters.toArray(new Parameter[0]);
        Map<String, Integer> places = new HashMap<>(all.length * 2);
        for (int i = 0; i < all.length; i++) {
            if (places.put(all[i].id(), i) != null) {
                throw new IllegalArgumentException(device + " has two parameters with the id " + all[i].id() + ".");
            }
        }
        return new ParameterTable(all, places);
    }

    /** The place of a parameter, −1 if there is none with this id. */
    int place(String id) {
        return places.getOrDefault(id, -1);
    }

    /** With {@code changed} in the place of the one with its id. */
    ParameterTable with(Parameter changed) {
        Parameter[] copy = all.clone();
        copy[places.get(changed.id())] = changed;
        return new ParameterTable(copy, places);
    }

    @Override
    public Parameter get(int i) {
        return all[i];
    }

    @Override
    public int size() {
        return all.length;
    }
}
