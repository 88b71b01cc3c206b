package agogic.desk.parts;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javafx.css.Stylesheet;

/**
 * Style sheets as a window reads them at once, made when the program is built: our own, and the theme's two without rules for
 * controls that no window of ours has. At each start what is in them is read, taken apart and asked for every node.
 */
final class KeptStyles {
    /** Classes of nodes whose rules are left out; a test holds that no part of a window asks for one of them. */
    private static final Pattern LEFT_OUT =
            Pattern.compile("accordion|axis|bb-code|bg-.*|border-.*|breadcrumbs|calendar"
                    + "|caption-menu-item|card|.*chart.*|choice-box|color-.*|custom-color-dialog|custom-text-field|date-picker.*"
                    + "|default-color\\d|elevated-\\d|html-editor.*|ikonli-font-icon|.*-legend-symbol|menu-bar|message|modal-.*"
                    + "|notification|pagination|password-field|popover|progress-slider|ring-progress-indicator|spinner"
                    + "|split-menu-button|split-pane|tab-pane|text-(?!field|input).*|tile|tile-base|title-\\d|titled-pane"
                    + "|toggle-switch|tool-bar|tree-.*");

    private static final Pattern RULE = Pattern.compile("([^{}]+)\\{[^{}]*\\}\\s*");

    private static final Pattern CLASS = Pattern.compile("\\.([a-zA-Z][\\w-]*)");

    private KeptStyles() {}

    /** The rules of a style sheet that a window of ours may need. */
    static String kept(String sheet) {
        StringBuilder kept = new StringBuilder();
        Matcher rule = RULE.matcher(sheet);
        while (rule.find()) {
            String all = rule.group(1);
            List<String> selectors = Arrays.stream(all.split(","))
                    .filter(selector -> CLASS.matcher(selector).results().noneMatch(c -> leftOut(c.group(1))))
                    .collect(Collectors.toList());
            if (!selectors.isEmpty()) {
                kept.append(String.join(",", selectors).stripTrailing())
                        .append(' ')
                        .append(rule.group().substring(all.length()));
            }
        }
        return kept.toString();
    }

    /** True if rules that ask for this class of nodes are left out. */
    static boolean leftOut(String name) {
        return LEFT_OUT.matcher(name).matches();
    }

    /**
     * Makes them.
     *
     * @param words the folder where {@code desk.css} is and they shall be
     */
    public static void main(String[] words) throws IOException {
        Path folder = Path.of(words[0]);
        Stylesheet.convertToBinary(
                folder.resolve("desk.css").toFile(), folder.resolve("desk.bss").toFile());
        for (String name : List.of("dark", "light")) {
            Path text = Files.writeString(folder.resolve("theme-" + name + ".css"), kept(theme(name)));
            Stylesheet.convertToBinary(
                    text.toFile(), folder.resolve("theme-" + name + ".bss").toFile());
            Files.delete(text);
        }
    }

    /** A sheet of the theme as it is delivered. */
    static String theme(String name) {
        String place = "/atlantafx/base/theme/primer-" + name + ".css";
        try (InputStream in = KeptStyles.class.getResourceAsStream(place)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
