package agogic.standins.comet;

import agogic.core.surface.Surface;
import agogic.standins.surfaces.DemoSurfaces;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;

/** Hand moves that ship with the program, with human timing and 7-bit staircases, so that nobody can play a ride. */
public enum RecordedHand {
    OPENING_SWEEP("Opening sweep", "opening-sweep.csv", DemoSurfaces.northEight(), "fader-1", 17, 25),
    FEEDBACK_SWELL("Feedback swell", "feedback-swell.csv", DemoSurfaces.northEight(), "fader-3", 33, 41),
    RIBBON_DRIFT("Ribbon drift", "ribbon-drift.csv", DemoSurfaces.breathAndRibbon(), "ribbon", 9, 17);

    private final String title;
    private final String file;
    private final Surface surface;
    private final String control;
    private final int fromBar;
    private final int toBar;

    RecordedHand(String title, String file, Surface surface, String control, int fromBar, int toBar) {
        this.title = title;
        this.file = file;
        this.surface = surface;
        this.control = control;
        this.fromBar = fromBar;
        this.toBar = toBar;
    }

    /** Bytes that came at one time, in seconds from the start of the pass; below 0 in the count-in. */
    public record Bytes(double seconds, byte[] bytes) {}

    /** What the ride is called. */
    public String title() {
        return title;
    }

    /** The surface that it was played on. */
    public Surface surface() {
        return surface;
    }

    /** The id of the control that moves. */
    public String control() {
        return control;
    }

    /** The bar with which the pass begins. */
    public int fromBar() {
        return fromBar;
    }

    /** The bar at whose line the pass ends. */
    public int toBar() {
        return toBar;
    }

    /** All that the hand sent, in time order. */
    public List<Bytes> bytes() {
        List<Bytes> all = new ArrayList<>();
        try (InputStream in = RecordedHand.class.getResourceAsStream("/agogic/standins/comet/" + file);
                BufferedReader lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.US_ASCII))) {
            lines.readLine();
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                int comma = line.indexOf(',');
                all.add(new Bytes(
                        Double.parseDouble(line.substring(0, comma)),
                        HexFormat.of().parseHex(line.substring(comma + 1).replace(" ", ""))));
            }
            return all;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
