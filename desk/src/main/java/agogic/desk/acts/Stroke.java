package agogic.desk.acts;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/**
 * A key with what is held beside it.
 *
 * @param codes the keys of the keyboard that count as it: a digit is on two of them
 */
public record Stroke(Set<KeyCode> codes, boolean control, boolean shift, boolean alt, String spoken) {
    private static final Map<String, Set<KeyCode>> NAMED = Map.ofEntries(
            Map.entry("Space", Set.of(KeyCode.SPACE)),
            Map.entry("Home", Set.of(KeyCode.HOME)),
            Map.entry("End", Set.of(KeyCode.END)),
            Map.entry("Menu", Set.of(KeyCode.CONTEXT_MENU)),
            Map.entry("Enter", Set.of(KeyCode.ENTER)),
            Map.entry("Esc", Set.of(KeyCode.ESCAPE)),
            Map.entry("Tab", Set.of(KeyCode.TAB)),
            Map.entry("Delete", Set.of(KeyCode.DELETE, KeyCode.BACK_SPACE)),
            Map.entry("Page Up", Set.of(KeyCode.PAGE_UP)),
            Map.entry("Page Down", Set.of(KeyCode.PAGE_DOWN)),
            Map.entry("←", Set.of(KeyCode.LEFT, KeyCode.KP_LEFT)),
            Map.entry("↑", Set.of(KeyCode.UP, KeyCode.KP_UP)),
            Map.entry("↓", Set.of(KeyCode.DOWN, KeyCode.KP_DOWN)),
            Map.entry("→", Set.of(KeyCode.RIGHT, KeyCode.KP_RIGHT)),
            Map.entry(".", Set.of(KeyCode.PERIOD)),
            Map.entry(",", Set.of(KeyCode.COMMA)),
            Map.entry(";", Set.of(KeyCode.SEMICOLON)),
            Map.entry("/", Set.of(KeyCode.SLASH, KeyCode.DIVIDE)),
            Map.entry("#", Set.of(KeyCode.NUMBER_SIGN)),
            Map.entry("'", Set.of(KeyCode.QUOTE)),
            Map.entry("[", Set.of(KeyCode.OPEN_BRACKET)),
            Map.entry("]", Set.of(KeyCode.CLOSE_BRACKET)),
            Map.entry("+", Set.of(KeyCode.PLUS, KeyCode.ADD, KeyCode.EQUALS)),
            Map.entry("−", Set.of(KeyCode.MINUS, KeyCode.SUBTRACT)));

    /**
     * Reads one from the words that people see: {@code Ctrl+Shift+Z}, {@code Shift+Space}, {@code 4}.
     *
     * @throws IllegalArgumentException if there is no such key
     */
    public static Stroke of(String spoken) {
        String rest = spoken;
        boolean control = rest.startsWith("Ctrl+");
        rest = control ? rest.substring(5) : rest;
        boolean shift = rest.startsWith("Shift+");
        rest = shift ? rest.substring(6) : rest;
        boolean alt = rest.startsWith("Alt+");
        rest = alt ? rest.substring(4) : rest;
        return new Stroke(codes(rest), control, shift, alt, spoken);
    }

    private static Set<KeyCode> codes(String name) {
        if (NAMED.containsKey(name)) {
            return NAMED.get(name);
        }
        if (name.length() == 1 && Character.isDigit(name.charAt(0))) {
            return Set.of(KeyCode.valueOf("DIGIT" + name), KeyCode.valueOf("NUMPAD" + name));
        }
        try {
            return Set.of(KeyCode.valueOf(name));
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException("“" + name + "” is no key. Expected one such as Ctrl+Shift+K or F5.", e);
        }
    }

    /** What was pressed; empty while only Ctrl, Shift or Alt are held, and for keys that have no name here. */
    public static Optional<Stroke> pressed(KeyEvent e) {
        KeyCode code = e.getCode();
        String key = NAMED.entrySet().stream()
                .filter(one -> one.getValue().contains(code))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(code.isDigitKey() ? code.getName().replaceAll("\\D", "") : code.name());
        boolean alone = code.isModifierKey() || code == KeyCode.UNDEFINED;
        if (alone || !code.isLetterKey() && !code.isDigitKey() && !code.isFunctionKey() && !NAMED.containsKey(key)) {
            return Optional.empty();
        }
        return Optional.of(of((e.isShortcutDown() ? "Ctrl+" : "")
                + (e.isShiftDown() ? "Shift+" : "")
                + (e.isAltDown() ? "Alt+" : "")
                + key));
    }

    /** True if one key press is both. */
    boolean same(Stroke other) {
        boolean sign = spoken.endsWith("+") || other.spoken.endsWith("+");
        return control == other.control
                && alt == other.alt
                && (sign || shift == other.shift)
                && codes.stream().anyMatch(other.codes::contains);
    }

    /** Those of a list with bars between them: {@code Ctrl+Shift+Z|Ctrl+Y}; none for an empty text. */
    public static List<Stroke> all(String spoken) {
        return spoken.isEmpty()
                ? List.of()
                : List.of(spoken.split("\\|")).stream().map(Stroke::of).toList();
    }

    /** True if it is this that was pressed. Shift does not part + from =. */
    public boolean matches(KeyEvent e) {
        boolean sign = spoken.endsWith("+");
        return codes.contains(e.getCode())
                && e.isShortcutDown() == control
                && e.isAltDown() == alt
                && (sign || e.isShiftDown() == shift);
    }
}
