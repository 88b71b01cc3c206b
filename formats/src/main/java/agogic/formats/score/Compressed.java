package agogic.formats.score;

import agogic.formats.file.FormatException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/** The score in a compressed file (MusicXML 4.0, .mxl): its container names it, else it is the first that looks like one. */
final class Compressed {
    /** A score may not grow beyond this when it is read. Bytes. */
    private static final long LARGEST = 512L << 20;

    /** Nor to more than so many times its size, if it is not small. A score of text shrinks to a twentieth at the least. */
    private static final long MOST_TIMES = 150;

    private static final long SMALL = 16L << 20;

    private static final String CONTAINER = "META-INF/container.xml";

    private Compressed() {}

    /** The score of a file; closing it closes the file. */
    static InputStream score(Path path, String name) throws IOException {
        ZipFile zip = new ZipFile(path.toFile());
        try {
            ZipEntry entry = zip.getEntry(root(zip, name));
            if (entry == null) {
                throw new FormatException(name + " has no score in it. Expected one named in " + CONTAINER + ".");
            }
            long grows = entry.getSize();
            boolean blown = grows > SMALL && grows / Math.max(1, entry.getCompressedSize()) > MOST_TIMES;
            if (grows > LARGEST || blown) {
                throw new FormatException(
                        name + " grows to " + (grows >> 20) + " MB when it is read, too large for a score.");
            }
            return new FilterInputStream(zip.getInputStream(entry)) {
                private long read;

                @Override
                public int read() throws IOException {
                    counted(1);
                    return super.read();
                }

                @Override
                public int read(byte[] to, int from, int length) throws IOException {
                    int n = super.read(to, from, length);
                    counted(Math.max(0, n));
                    return n;
                }

                private void counted(int n) throws IOException {
                    read += n;
                    if (read > LARGEST) {
                        throw new FormatException(name + " grows beyond 512 MB when it is read.");
                    }
                }

                @Override
                public void close() throws IOException {
                    super.close();
                    zip.close();
                }
            };
        } catch (IOException | RuntimeException e) {
            zip.close();
            throw e;
        }
    }

    private static String root(ZipFile zip, String name) throws IOException {
        ZipEntry container = zip.getEntry(CONTAINER);
        if (container != null && container.getSize() < 1 << 20) {
            try (InputStream in = zip.getInputStream(container);
                    Xml xml = new Xml(in, name)) {
                Xml.Element root = xml.next(null);
                for (Xml.Element a = xml.next(root); a != null; a = xml.next(root)) {
                    for (Xml.Element b = xml.next(a); b != null; b = xml.next(a)) {
                        if (b.name().equals("rootfile")
                                && !b.attribute("full-path").isEmpty()) {
                            return b.attribute("full-path");
                        }
                    }
                }
            }
        }
        return zip.stream()
                .map(ZipEntry::getName)
                .filter(one -> !one.startsWith("META-INF") && one.matches("(?i).*\\.(musicxml|xml)"))
                .findFirst()
                .orElse("");
    }
}
