package agogic.formats.description;

import agogic.core.device.Device;
import agogic.core.macro.Macro;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/**
 * What a description says.
 *
 * @param devices the devices it describes, nothing of them exposed yet
 * @param left what it names that cannot be automated, for people
 */
public record Description(List<Device> devices, List<String> left) {
    private static final long LARGEST = 64L << 20;

    /** Copies its lists, so that nobody changes them later. */
    public Description {
        devices = List.copyOf(devices);
        left = List.copyOf(left);
    }

    /**
     * Reads an LV2 bundle (its folder, its manifest or a Turtle file) or a chart of hardware ({@code .csv}).
     *
     * @throws FormatException with the file and the line if it is neither, cut off or wrong
     */
    public static Description read(Path path) throws IOException {
        if (Files.isDirectory(path)) {
            return Lv2Bundle.read(path);
        }
        Input.file(path, LARGEST, "a description");
        String name = Input.name(path).toLowerCase(Locale.ROOT);
        if (name.endsWith(".ttl")) {
            Path folder = path.toAbsolutePath().getParent();
            return name.equals("manifest.ttl") ? Lv2Bundle.read(folder) : Lv2Bundle.read(folder, path);
        }
        if (name.endsWith(".csv")) {
            return Chart.read(path);
        }
        throw new FormatException(path.getFileName()
                + " is no description. Expected the folder of an LV2 bundle, a .ttl or a .csv file.");
    }

    /** Letters, digits and hyphens of a name, for an id. */
    static String slug(String name) {
        String slug =
                name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
        return slug.isEmpty() || slug.equals(Macro.DEVICE) ? "device" : slug;
    }
}
