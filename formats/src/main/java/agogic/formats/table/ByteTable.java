package agogic.formats.table;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;

/** MIDI bytes with their times: {@code seconds,bytes}, the bytes in hexadecimal. */
public final class ByteTable {
    private ByteTable() {}

    /** Bytes that came at one time. */
    public record Entry(double seconds, byte[] bytes) {}

    /**
     * Reads a table in time order.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static List<Entry> read(Path path) throws IOException {
        List<Entry> entries = new ArrayList<>();
        Table.read(path, List.of(List.of("seconds", "bytes")), line -> {
            double at = line.number(0, "seconds");
            if (!entries.isEmpty() && at < entries.get(entries.size() - 1).seconds()) {
                throw line.error("these bytes come before those above; they stand in time order");
            }
            try {
                entries.add(new Entry(at, parse(line.text(1))));
            } catch (IllegalArgumentException e) {
                throw line.error("expected bytes in hexadecimal such as B0 16 40, found “" + line.text(1) + "”");
            }
        });
        return entries;
    }

    /**
     * Bytes in hexadecimal: {@code B0 16 40}, {@code B01640}, {@code 0xB0,0x16,0x40}.
     *
     * @throws IllegalArgumentException if they are none, naming the word that is none
     */
    public static byte[] parse(String text) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        for (String word : text.strip().split("[\\s,]+")) {
            String digits = word.replaceFirst("(?i)^0x", "");
            if (!digits.matches("(?i)([0-9a-f]{2})+")) {
                throw new IllegalArgumentException(
                        "“" + word + "” is no byte. Expected hexadecimal bytes such as B0 16 40.");
            }
            bytes.writeBytes(HexFormat.of().parseHex(digits));
        }
        return bytes.toByteArray();
    }
}
