package agogic.formats.session;

import agogic.core.ride.Ride;
import agogic.core.session.Session;
import agogic.formats.file.FormatException;
import agogic.formats.file.SafeFile;
import agogic.formats.table.RideTable;
import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/**
 * Opens and saves sessions. A file that is cut, changed or not a session gives a {@link FormatException} and nothing else
 * happens; saving leaves the old file or the new one, whole.
 */
public final class SessionFile {
    /** What a file's ending is. */
    public static final String ENDING = ".agogic";

    static final String FORMAT = "agogic-session";
    static final int VERSION = 1;

    private static final String SESSION = "session.json";
    private static final Pattern RIDE = Pattern.compile("rides/([A-Za-z0-9_-]{1,80})\\.csv");

    /** No entry of a session may be larger, unpacked: memory stays bounded whatever a file says. */
    private static final long LARGEST = 512L << 20;

    private static final int MOST_ENTRIES = 100_000;

    private static final ObjectMapper MAPPER =
            new ObjectMapper().enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS);

    private SessionFile() {}

    static String rideEntry(String id) {
        return "rides/" + id + ".csv";
    }

    /** Saves {@code session} to {@code path}, safely. */
    public static void save(Path path, Session session) throws IOException {
        SafeFile.write(path, out -> write(out, session));
    }

    /** Writes {@code session} as the bytes of a file. The same session gives the same bytes. */
    public static void write(OutputStream out, Session session) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        begin(zip, SESSION);
        zip.write(MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(SessionWriter.write(session)));
        zip.closeEntry();
        for (Ride ride : session.rides()) {
            begin(zip, rideEntry(ride.id()));
            zip.write(table(ride).getBytes(StandardCharsets.UTF_8));
            zip.closeEntry();
        }
        zip.finish();
    }

    private static void begin(ZipOutputStream zip, String name) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTime(0);
        zip.putNextEntry(entry);
    }

    private static String table(Ride ride) {
        boolean plain = ride.countedAsMoved();
        StringBuilder text = new StringBuilder(plain ? "seconds,value\r\n" : "seconds,value,counted\r\n");
        for (int i = 0; i < ride.size(); i++) {
            text.append(ride.seconds(i)).append(',').append(ride.raw(i));
            text.append(plain ? "\r\n" : "," + ride.counted(i) + "\r\n");
        }
        return text.toString();
    }

    /**
     * Opens a session.
     *
     * @throws FormatException if the file is no whole session, with what is wrong and where
     */
    public static Session open(Path path) throws IOException {
        String name = String.valueOf(path.getFileName());
        if (!Files.isRegularFile(path)) {
            throw new FormatException("There is no file " + path + ".");
        }
        try (ZipFile zip = new ZipFile(path.toFile(), StandardCharsets.UTF_8)) {
            return read(zip);
        } catch (FormatException e) {
            throw new FormatException(name + ": " + e.getMessage(), e);
        } catch (ZipException | EOFException | IllegalArgumentException e) {
            throw new FormatException(
                    name + " is no whole Agogic session: it is cut off or damaged, or something else altogether ("
                            + e.getMessage() + ").",
                    e);
        }
    }

    private static Session read(ZipFile zip) throws IOException {
        JsonNode json = null;
        Map<String, RideTable.Moves> moves = new HashMap<>();
        int entries = 0;
        for (Enumeration<? extends ZipEntry> all = zip.entries(); all.hasMoreElements(); ) {
            ZipEntry entry = all.nextElement();
            Matcher ride = RIDE.matcher(entry.getName());
            if (++entries > MOST_ENTRIES) {
                throw new FormatException("it has more than " + MOST_ENTRIES + " parts.");
            }
            if (entry.getName().equals(SESSION)) {
                json = parse(SESSION, bytes(zip, entry));
            } else if (ride.matches()) {
                InputStreamReader reader =
                        new InputStreamReader(new ByteArrayInputStream(bytes(zip, entry)), StandardCharsets.UTF_8);
                moves.put(ride.group(1), RideTable.read(entry.getName(), reader));
            } else {
                String shown = entry.getName().replaceAll("\\p{Cntrl}", "?");
                throw new FormatException("it holds “" + (shown.length() > 60 ? shown.substring(0, 60) + "…" : shown)
                        + "”, which is no part of a session. Nothing was opened.");
            }
        }
        if (json == null) {
            throw new FormatException("it has no " + SESSION + ", so it is no Agogic session.");
        }
        return new SessionReader(moves).read(new Json(SESSION, json));
    }

    static JsonNode parse(String document, byte[] bytes) throws IOException {
        try {
            return MAPPER.readTree(bytes);
        } catch (JsonProcessingException e) {
            JsonLocation at = e.getLocation();
            String where = at == null ? "" : ", line " + at.getLineNr() + ", column " + at.getColumnNr();
            throw new FormatException(document + where + ": this is no JSON: " + e.getOriginalMessage() + ".", e);
        }
    }

    /** The bytes of an entry, checked against its own sum. */
    private static byte[] bytes(ZipFile zip, ZipEntry entry) throws IOException {
        if (entry.getSize() > LARGEST) {
            throw new FormatException(entry.getName() + " is larger than a session's part may be.");
        }
        try (InputStream in = zip.getInputStream(entry)) {
            byte[] bytes = in.readNBytes((int) LARGEST);
            CRC32 sum = new CRC32();
            sum.update(bytes);
            if (sum.getValue() != entry.getCrc() || in.read() >= 0) {
                throw new FormatException(entry.getName() + " is damaged: its bytes do not add up.");
            }
            return bytes;
        }
    }
}
