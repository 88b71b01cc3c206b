package agogic.core.expose;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Proposals for short names: numbers stay, words lose vowels from the back, no two are the same. */
public final class ShortNames {
    private static final int UNLIMITED = 40;

    private ShortNames() {}

    /** A short name for a parameter that fits the device's limit and that no other parameter of it has. */
    public static String propose(Device device, Parameter parameter) {
        Set<String> taken = new HashSet<>();
        for (Parameter other : device.parameters()) {
            if (!other.shortName().isEmpty() && !other.id().equals(parameter.id())) {
                taken.add(other.shortName().toLowerCase(Locale.ROOT));
            }
        }
        int limit = device.nameLimit() == 0 ? UNLIMITED : device.nameLimit();
        String name = shorten(parameter.name(), limit);
        for (int number = 2; taken.contains(name.toLowerCase(Locale.ROOT)); number++) {
            String end = Integer.toString(number);
            String base = shorten(parameter.name(), limit);
            name = base.substring(0, Math.min(base.length(), limit - end.length())) + end;
        }
        return name;
    }

    /** {@code name} in at most {@code limit} letters. */
    static String shorten(String name, int limit) {
        List<String> words = new java.util.ArrayList<>(
                List.of(name.replaceAll("[^\\p{L}\\p{N}#]+", " ").strip().split(" ", -1)));
        for (int i = 0; i + 1 < words.size(); i++) {
            // "Partial 12" is "P12": the number tells more than the word.
            if (words.get(i + 1).matches("\\d+") && !words.get(i).matches(".*\\d")) {
                words.set(i, words.get(i).substring(0, 1) + words.remove(i + 1));
            }
        }
        String joined = String.join(" ", words);
        for (int w = words.size() - 1; w >= 0 && joined.length() > limit; w--) {
            words.set(w, withoutVowels(words.get(w)));
            joined = String.join(" ", words);
        }
        for (int w = words.size() - 1; w >= 0 && joined.length() > limit; w--) {
            String word = words.get(w);
            int keep = Math.max(w == 0 ? 3 : 1, word.length() - (joined.length() - limit));
            words.set(w, word.matches(".*\\d.*") ? word : word.substring(0, Math.min(word.length(), keep)));
            joined = String.join(" ", words);
        }
        joined = joined.length() > limit ? joined.replace(" ", "") : joined;
        return joined.length() > limit ? joined.substring(0, limit).strip() : joined;
    }

    private static String withoutVowels(String word) {
        return word.length() <= 2 ? word : word.charAt(0) + word.substring(1).replaceAll("[aeiouäöüAEIOU]", "");
    }
}
