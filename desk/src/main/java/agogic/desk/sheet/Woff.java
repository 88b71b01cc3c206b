package agogic.desk.sheet;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/** Unpacks a font in the Web Open Font Format 1.0 (W3C Recommendation, 13 December 2012) into the tables it holds. */
final class Woff {
    private static final int SIGNATURE = 0x774F4646;
    private static final int LARGEST = 16 << 20;

    private Woff() {}

    /** The font as an OpenType file. */
    static byte[] unpack(InputStream in) throws IOException {
        ByteBuffer woff = ByteBuffer.wrap(in.readAllBytes());
        if (woff.getInt(0) != SIGNATURE) {
            throw new IOException("This is no WOFF font.");
        }
        int flavor = woff.getInt(4);
        int tables = woff.getShort(12);
        int size = woff.getInt(16);
        if (size < 12 || size > LARGEST) {
            throw new IOException("The WOFF font says that it has " + size + " bytes.");
        }
        ByteBuffer font = ByteBuffer.allocate(size);
        int power = Integer.highestOneBit(tables);
        font.putInt(flavor).putShort((short) tables);
        font.putShort((short) (power * 16));
        font.putShort((short) Integer.numberOfTrailingZeros(power));
        font.putShort((short) (tables * 16 - power * 16));
        int at = 12 + 16 * tables;
        for (int t = 0; t < tables; t++) {
            int entry = 44 + 20 * t;
            int offset = woff.getInt(entry + 4);
            int packed = woff.getInt(entry + 8);
            int length = woff.getInt(entry + 12);
            font.putInt(12 + 16 * t, woff.getInt(entry));
            font.putInt(12 + 16 * t + 4, woff.getInt(entry + 16));
            font.putInt(12 + 16 * t + 8, at);
            font.putInt(12 + 16 * t + 12, length);
            byte[] table = table(woff, offset, packed, length);
            font.position(at);
            font.put(table);
            at += length + 3 & ~3;
        }
        return font.array();
    }

    private static byte[] table(ByteBuffer woff, int offset, int packed, int length) throws IOException {
        byte[] bytes = new byte[packed];
        woff.get(offset, bytes);
        if (packed == length) {
            return bytes;
        }
        Inflater inflater = new Inflater();
        try {
            inflater.setInput(bytes);
            ByteArrayOutputStream out = new ByteArrayOutputStream(length);
            byte[] some = new byte[8192];
            while (!inflater.finished() && out.size() < length) {
                int n = inflater.inflate(some);
                if (n == 0 && inflater.needsInput()) {
                    break;
                }
                out.write(some, 0, n);
            }
            if (out.size() != length) {
                throw new IOException("A table of the WOFF font is damaged.");
            }
            return out.toByteArray();
        } catch (DataFormatException e) {
            throw new IOException("A table of the WOFF font is damaged.", e);
        } finally {
            inflater.end();
        }
    }
}
