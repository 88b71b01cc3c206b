package agogic.formats.session;

import agogic.core.list.SharedList;
import agogic.core.ride.Ride;
import agogic.core.session.Session;
import agogic.core.session.Version;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import agogic.formats.file.SafeFile;
import agogic.formats.table.RideTable;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
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
    static final int VERSION = 2;

    private static final String SESSION = "session.json";
    private static final Pattern RIDE = Pattern.compile("((?:versions/\\d{1,4}/)?)rides/([A-Za-z0-9_-]{1,80})\\.csv");

    /** No file may be larger. */
    private static final long LARGEST = 1L << 36;

    private static final Pattern AUDIO = Pattern.compile("(?:versions/\\d{1,4}/)?audio/([A-Za-z0-9_-]{1,80})");

    /** All parts together may not be larger, unpacked: memory stays bounded whatever a file says. */
    private static final long LARGEST_UNPACKED = 512L << 20;

    private static final int MOST_ENTRIES = 100_000;

    /** All rides together may not have more moves. */
    private static final long MOST_MOVES = 10_000_000;

    private static final int LEVEL = 2;

    private SessionFile() {}

    /** Before the rides of the version of the whole piece with this number, from 1. */
    static String versionPlace(int number) {
        return "versions/" + number + "/";
    }

    static String rideEntry(String id) {
        return "rides/" + id + ".csv";
    }

    /**
     * Saves {@code session} to {@code path}, safely. It is read again before it is put in the place of what was there: what
     * is saved opens.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static void save(Path path, Session session) throws IOException {
        save(path, session, true);
    }

    /**
     * As {@link #save(Path, Session)}; without {@code carrying} the audio that it keeps inside is left out, and found again
     * where it is now.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static void save(Path path, Session session, boolean carrying) throws IOException {
        Session placed = AudioPlaces.near(session, path);
        Map<String, Path> audio = carrying ? Carried.there(path, session) : Map.of();
        SafeFile.write(path, out -> write(out, placed, audio), whole -> {
            Session back;
            try {
                back = look(whole);
            } catch (FormatException e) {
                throw unreadable(path, e.getMessage().replace(Input.name(whole) + ": ", ""), e);
            }
            if (!back.equals(session)) {
                throw unreadable(path, "it would not come back the same", null);
            }
        });
    }

    private static FormatException unreadable(Path path, String why, Throwable cause) {
        return new FormatException(
                path + " was not written, because it could not be opened again: " + why
                        + " What was there is as it was, and the piece is still here.",
                cause);
    }

    /**
     * Writes {@code session} as the bytes of a file. The same session gives the same bytes.
     *
     * @throws IOException if the file or the disk fails
     */
    public static void write(OutputStream out, Session session) throws IOException {
        write(out, session, Map.of());
    }

    /** @param audio where that is now which it keeps inside, by the part that takes it */
    private static void write(OutputStream out, Session session, Map<String, Path> audio) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        // Numbers do not get much smaller by more work.
        zip.setLevel(LEVEL);
        try (Packing packing = new Packing(zip)) {
            TreeText.write(packing.part(SESSION), SessionWriter.write(session));
            packing.end();
            for (Ride ride : session.rides()) {
                write(packing, "", ride);
            }
            List<Version> versions = session.versions();
            for (int k = 0; k < versions.size(); k++) {
                for (Ride ride : versions.get(k).whole().map(Session::rides).orElse(SharedList.of(List.of()))) {
                    // Most rides of a version are still those of the piece.
                    if (!session.hasRide(ride.id()) || !session.ride(ride.id()).equals(ride)) {
                        write(packing, versionPlace(k + 1), ride);
                    }
                }
            }
            for (Map.Entry<String, Path> part : audio.entrySet()) {
                packing.then(to -> Carried.write(to, part.getKey(), part.getValue()));
            }
            packing.finish();
        }
    }

    private static void write(Packing packing, String place, Ride ride) throws IOException {
        RideTable.write(packing.part(place + rideEntry(ride.id())), ride);
        packing.end();
    }

    /**
     * Opens a session.
     *
     * @throws FormatException if the file is no whole session, with what is wrong and where
     */
    public static Session open(Path path) throws IOException {
        Session session = look(path);
        Carried.unpack(path, session);
        return session;
    }

    /**
     * What {@code session} keeps inside, and is nowhere else any more, is taken out of the file that it was opened from, so
     * that it can be saved in another; nothing if it is not there either.
     */
    public static void takeOut(Path from, Session session) {
        Carried.takeOut(from, session);
    }

    /** As {@link #open}, without anything that it keeps inside. */
    static Session look(Path path) throws IOException {
        String name = Input.name(path);
        Input.file(path, LARGEST, "a session");
        try (ZipFile zip = new ZipFile(path.toFile(), StandardCharsets.UTF_8)) {
            return AudioPlaces.found(read(zip), path);
        } catch (FormatException e) {
            throw new FormatException(name + ": " + e.getMessage(), e);
        } catch (ZipException | EOFException | IllegalArgumentException e) {
            throw new FormatException(
                    name + " is no whole Agogic session: it is cut off or damaged, or something else altogether"
                            + (e.getMessage() == null ? "." : " (" + e.getMessage() + ")."),
                    e);
        }
    }

    /** What may still be read of one file. */
    private static final class Budget {
        private long bytes = Input.bound(LARGEST_UNPACKED, 2);
        private long moves = Input.bound(MOST_MOVES, 64);

        void bytes(String part, long read) throws FormatException {
            bytes -= read;
            if (bytes < 0) {
                throw new FormatException(part + ": unpacked, the parts are larger than a session's may be"
                        + " on this machine. Nothing was opened.");
            }
        }

        void moves(String part, long read) throws FormatException {
            moves -= read;
            if (moves < 0) {
                throw new FormatException(
                        part + ": the rides have more moves than a session's may on this machine. Nothing was opened.");
            }
        }
    }

    /** A ride that is read beside the rest, and the part of the file that has it. */
    private record Reading(String entry, FutureTask<RideTable.Moves> moves) {}

    private static Session read(ZipFile zip) throws IOException {
        Map<String, RideTable.Moves> moves = new HashMap<>();
        Map<String, Reading> rides = new LinkedHashMap<>();
        byte[] whole = null;
        Budget budget = new Budget();
        long most = budget.moves;
        int entries = 0;
        for (Enumeration<? extends ZipEntry> all = zip.entries(); all.hasMoreElements(); ) {
            ZipEntry entry = all.nextElement();
            Matcher ride = RIDE.matcher(entry.getName());
            if (++entries > MOST_ENTRIES) {
                throw new FormatException("it has more than " + MOST_ENTRIES + " parts.");
            }
            if (entry.getName().equals(SESSION)) {
                if (whole != null) {
                    throw new FormatException("it holds two parts called " + SESSION + ". Nothing was opened.");
                }
                whole = bytes(zip, entry, budget);
            } else if (AUDIO.matcher(entry.getName()).matches()) {
                // Where it is needed it is taken out; it is no part of what is read.
                continue;
            } else if (ride.matches()) {
                byte[] table = bytes(zip, entry, budget);
                FutureTask<RideTable.Moves> reading =
                        new FutureTask<>(() -> RideTable.read(entry.getName(), table, most));
                String key = ride.group(1) + ride.group(2);
                if (rides.put(key, new Reading(entry.getName(), reading)) != null) {
                    throw new FormatException("it holds two parts called " + entry.getName() + ". Nothing was opened.");
                }
            } else {
                String shown = entry.getName().replaceAll("\\p{Cntrl}", "?");
                throw new FormatException("it holds “" + (shown.length() > 60 ? shown.substring(0, 60) + "…" : shown)
                        + "”, which is no part of a session. Nothing was opened.");
            }
        }
        if (whole == null) {
            throw new FormatException("it has no " + SESSION + ", so it is no Agogic session.");
        }
        // Rides are read beside the rest; what the other thread has not begun when that is done is read here.
        Thread beside =
                new Thread(() -> rides.values().forEach(ride -> ride.moves().run()), "agogic-rides");
        beside.setDaemon(true);
        beside.start();
        try {
            JsonNode json = Tree.parse(SESSION, whole);
            for (Map.Entry<String, Reading> ride : rides.entrySet()) {
                ride.getValue().moves().run();
                RideTable.Moves table = read(ride.getValue().moves());
                budget.moves(ride.getValue().entry(), table.seconds().length);
                moves.put(ride.getKey(), table);
            }
            return new SessionReader(moves).read(new Json(SESSION, json));
        } finally {
            rides.values().forEach(ride -> ride.moves().cancel(false));
        }
    }

    private static RideTable.Moves read(FutureTask<RideTable.Moves> ride) throws IOException {
        try {
            return ride.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException("It was interrupted before it was read.");
        } catch (ExecutionException e) {
            if (e.getCause() instanceof IOException io) {
                throw io;
            }
            if (e.getCause() instanceof RuntimeException runtime) {
                throw runtime;
            }
            throw new IOException(e.getCause());
        }
    }

    /** The bytes of an entry, checked against its own sum. */
    private static byte[] bytes(ZipFile zip, ZipEntry entry, Budget budget) throws IOException {
        if (entry.getSize() > budget.bytes) {
            budget.bytes(entry.getName(), entry.getSize());
        }
        try (InputStream in = zip.getInputStream(entry)) {
            byte[] bytes = in.readNBytes((int) Math.min(Integer.MAX_VALUE - 16, budget.bytes));
            if (in.read() >= 0) {
                budget.bytes(entry.getName(), Long.MAX_VALUE);
            }
            budget.bytes(entry.getName(), bytes.length);
            CRC32 sum = new CRC32();
            sum.update(bytes);
            if (sum.getValue() != entry.getCrc()) {
                throw new FormatException(entry.getName() + " is damaged: its bytes do not add up.");
            }
            return bytes;
        }
    }
}
