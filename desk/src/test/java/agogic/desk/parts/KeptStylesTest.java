package agogic.desk.parts;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The theme without what no window of ours has. */
class KeptStylesTest {
    private static final Pattern ASKED = Pattern.compile("getStyleClass\\(\\)[^;]*;|setStyleClass\\([^;]*;");
    private static final Pattern WORD = Pattern.compile("\"([\\w -]+)\"");
    private static final Pattern CONTROL = Pattern.compile("import javafx\\.scene\\.(?:control|chart)\\.(\\w+);");

    @Test
    void noPartAsksForAClassWhoseRulesAreLeftOut() throws IOException {
        Set<String> asked = new TreeSet<>();
        try (Stream<Path> all = Files.walk(Path.of("src/main/java"))) {
            for (Path file : all.filter(p -> p.toString().endsWith(".java")).toList()) {
                String text = Files.readString(file);
                ASKED.matcher(text).results().forEach(line -> {
                    Matcher word = WORD.matcher(line.group());
                    while (word.find()) {
                        asked.addAll(Arrays.asList(word.group(1).split(" ")));
                    }
                });
                // A control's own class is its name with hyphens.
                CONTROL.matcher(text)
                        .results()
                        .forEach(c -> asked.add(c.group(1)
                                .replaceAll("(?<=[a-z])(?=[A-Z])", "-")
                                .toLowerCase(Locale.ROOT)));
            }
        }
        assertThat(asked).contains("transport", "list-view", "button").noneMatch(KeptStyles::leftOut);
    }

    @Test
    void aSelectorOfSeveralIsLeftOutAloneAndARuleWithNoneLeft() {
        String sheet =
                ".root {\n  -x: 1;\n}\n.button,\n.spinner > .a {\n  -y: \"a;b\";\n}\n.spinner:hover .button {\n  -z: 2;\n}\n";
        assertThat(KeptStyles.kept(sheet)).isEqualTo(".root {\n  -x: 1;\n}\n.button {\n  -y: \"a;b\";\n}\n");
    }

    @Test
    void whatIsKeptOfTheThemeIsAsItWas() {
        for (String name : List.of("dark", "light")) {
            String theme = KeptStyles.theme(name);
            String kept = KeptStyles.kept(theme);
            assertThat(kept.length()).isLessThan(theme.length() / 2);
            assertThat(kept)
                    .contains(".combo-box-popup", ".table-row-cell", ".scroll-bar", ".context-menu", ".dialog-pane");
            for (String rule : kept.split("\\}")) {
                assertThat(theme).contains(rule.substring(rule.indexOf('{') + 1));
            }
        }
    }
}
