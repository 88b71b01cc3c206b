package agogic.desk.draw;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.paint.Color;

/** The inks of one theme, read from the tokens of the stylesheet: there is one place where a colour is chosen. */
public final class Palette {
    private static final String STYLES = "/agogic/desk/desk.css";

    private final Map<Ink, Color> colors = new EnumMap<>(Ink.class);

    private Palette(String theme) {
        String css = styles();
        int start = css.indexOf(".root." + theme);
        String block = css.substring(start, css.indexOf('}', start));
        for (Ink ink : Ink.values()) {
            if (ink == Ink.NONE) {
                colors.put(ink, Color.TRANSPARENT);
                continue;
            }
            Matcher value =
                    Pattern.compile(ink.token() + ":\\s*(#[0-9a-fA-F]{6,8})").matcher(block);
            if (!value.find()) {
                throw new IllegalStateException("The theme " + theme + " has no token " + ink.token() + ".");
            }
            colors.put(ink, Color.web(value.group(1)));
        }
    }

    private static String styles() {
        try (InputStream in = Palette.class.getResourceAsStream(STYLES)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The inks of a theme; read once. */
    public static Palette of(boolean light) {
        return light ? Light.INKS : Dark.INKS;
    }

    private static final class Light {
        static final Palette INKS = new Palette("light");
    }

    private static final class Dark {
        static final Palette INKS = new Palette("dark");
    }

    /** The colour that an ink has on this ground. */
    public Color of(Ink ink) {
        return colors.get(ink);
    }
}
