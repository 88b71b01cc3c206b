package agogic.desk.draw;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** WCAG 2.2, 1.4.3 and 1.4.11: contrast of the tokens of the stylesheet, by its definition of relative luminance. */
public class ContrastTest {
    private static final String[] INKS = {"text", "quiet", "hand", "span", "sound", "ride", "good"};
    private static final String[] PAPERS = {"ground", "panel", "well"};

    private static Map<String, Integer> tokens(String theme) throws IOException {
        try (InputStream in = ContrastTest.class.getResourceAsStream("/agogic/desk/desk.css")) {
            String css = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            Matcher block =
                    Pattern.compile("\\.root\\." + theme + " \\{([^}]*)}").matcher(css);
            assertThat(block.find()).isTrue();
            Map<String, Integer> tokens = new HashMap<>();
            Matcher token = Pattern.compile("-ag-([a-z-]+): #([0-9a-f]{6});").matcher(block.group(1));
            while (token.find()) {
                tokens.put(token.group(1), Integer.parseInt(token.group(2), 16));
            }
            return tokens;
        }
    }

    private static double linear(int eightBits) {
        double c = eightBits / 255.0;
        return c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4);
    }

    private static double luminance(int rgb) {
        return 0.2126 * linear(rgb >> 16 & 255) + 0.7152 * linear(rgb >> 8 & 255) + 0.0722 * linear(rgb & 255);
    }

    private static double contrast(int one, int two) {
        double a = luminance(one);
        double b = luminance(two);
        return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
    }

    @Test
    void theMeasureIsThatOfTheGuidelines() {
        assertThat(contrast(0x000000, 0xFFFFFF)).isCloseTo(21, within(1e-9));
        assertThat(contrast(0x777777, 0xFFFFFF)).isCloseTo(4.48, within(0.005));
    }

    @ParameterizedTest
    @ValueSource(strings = {"dark", "light"})
    void everyInkCanBeReadOnEveryGround(String theme) throws IOException {
        Map<String, Integer> tokens = tokens(theme);
        for (String ink : INKS) {
            for (String paper : PAPERS) {
                assertThat(contrast(tokens.get(ink), tokens.get(paper)))
                        .as("%s on %s, %s", ink, paper, theme)
                        .isGreaterThanOrEqualTo(4.5);
            }
        }
        for (String paper : new String[] {"ground", "panel", "well", "raised"}) {
            assertThat(contrast(tokens.get("line"), tokens.get(paper)))
                    .as("edges of what is typed into and pressed, on %s, %s", paper, theme)
                    .isGreaterThanOrEqualTo(3);
        }
        assertThat(contrast(tokens.get("quiet"), tokens.get("raised"))).isGreaterThanOrEqualTo(4.5);
        assertThat(contrast(tokens.get("text"), tokens.get("raised"))).isGreaterThanOrEqualTo(4.5);
        assertThat(contrast(tokens.get("ground"), tokens.get("ride")))
                .as("words on a button that writes")
                .isGreaterThanOrEqualTo(4.5);
    }
}
