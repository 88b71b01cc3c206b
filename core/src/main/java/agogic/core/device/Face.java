package agogic.core.device;

import agogic.core.parameter.Parameter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The face of a device: its parameters as a player expects them. Groups stand side by side; where many groups are alike
 * (one for each partial, band, step, …) they become a bank, of which one aspect of all members is shown at a time.
 *
 * @param groups groups of their own
 * @param banks groups that are alike
 */
public record Face(List<Group> groups, List<Bank> banks) {
    /** So many groups that are alike make a bank. */
    private static final int ALIKE = 4;

    /** Copies its lists, so that nobody changes them later. */
    public Face {
        groups = List.copyOf(groups);
        banks = List.copyOf(banks);
    }

    /** Parameters that belong together. */
    public record Group(String title, List<Parameter> parameters) {
        public Group {
            parameters = List.copyOf(parameters);
        }
    }

    /**
     * Many alike groups.
     *
     * @param title what one member is, without its number
     * @param aspects what each member has
     * @param members the names of the members
     * @param parameters of each member, in the order of the aspects
     */
    public record Bank(String title, List<String> aspects, List<String> members, List<List<Parameter>> parameters) {
        public Bank {
            aspects = List.copyOf(aspects);
            members = List.copyOf(members);
            parameters = List.copyOf(parameters);
        }

        /** The parameters of one aspect, one a member. */
        public List<Parameter> aspect(int aspect) {
            return parameters.stream().map(p -> p.get(aspect)).toList();
        }
    }

    /** The face of a device. */
    public static Face of(Device device) {
        Map<String, List<Parameter>> byGroup = new LinkedHashMap<>();
        for (Parameter parameter : device.parameters()) {
            byGroup.computeIfAbsent(parameter.group(), g -> new ArrayList<>()).add(parameter);
        }
        Map<List<String>, List<String>> bySignature = new LinkedHashMap<>();
        Map<String, List<String>> signatures = new HashMap<>();
        byGroup.forEach((group, all) -> {
            List<String> aspects = all.stream().map(p -> aspect(p, group)).toList();
            signatures.put(group, aspects);
            bySignature.computeIfAbsent(aspects, s -> new ArrayList<>()).add(group);
        });
        List<Group> groups = new ArrayList<>();
        List<Bank> banks = new ArrayList<>();
        byGroup.forEach((group, all) -> {
            List<String> alike = bySignature.get(signatures.get(group));
            boolean bank = alike.size() >= ALIKE && !group.isEmpty();
            if (!bank) {
                groups.add(new Group(group.isEmpty() ? device.name() : group, all));
            } else if (alike.get(0).equals(group)) {
                banks.add(new Bank(
                        group.replaceAll("[\\s\\d]+$", ""),
                        signatures.get(group),
                        alike,
                        alike.stream().map(byGroup::get).toList()));
            }
        });
        return new Face(groups, banks);
    }

    /** The name of a parameter without that of its group. */
    private static String aspect(Parameter parameter, String group) {
        String name = parameter.name();
        return !group.isEmpty() && name.startsWith(group)
                ? name.substring(group.length()).replaceAll("^[\\s·:/,.-]+", "")
                : name;
    }
}
