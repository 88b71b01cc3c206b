package agogic.desk.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class WoffTest {
    private static byte[] packed(String name) throws IOException {
        try (InputStream in = WoffTest.class.getResourceAsStream("/agogic/desk/fonts/" + name)) {
            return in.readAllBytes();
        }
    }

    /**
     * Source of the checks: OpenType specification, "Table directory": the sum of a table is that of its 32-bit words, and
     * tables lie on multiples of four bytes. {@code head} is left out, because its own field is part of the sum.
     */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "atkinson-hyperlegible-next-latin-400-normal.woff",
                "atkinson-hyperlegible-next-latin-600-normal.woff",
                "atkinson-hyperlegible-mono-latin-400-normal.woff"
            })
    void everyTableAddsUpAsTheDirectorySays(String name) throws IOException {
        byte[] font = Woff.unpack(new ByteArrayInputStream(packed(name)));
        ByteBuffer bytes = ByteBuffer.wrap(font);
        int tables = bytes.getShort(4);
        assertThat(tables).isGreaterThan(8);
        for (int t = 0; t < tables; t++) {
            int entry = 12 + 16 * t;
            int offset = bytes.getInt(entry + 8);
            int length = bytes.getInt(entry + 12);
            assertThat(offset % 4).isZero();
            assertThat(offset + length).isLessThanOrEqualTo(font.length);
            int sum = 0;
            for (int i = offset; i < offset + length; i += 4) {
                sum += bytes.getInt(i);
            }
            String tag = new String(font, entry, 4, java.nio.charset.StandardCharsets.US_ASCII);
            if (!tag.equals("head")) {
                assertThat(sum).as(tag).isEqualTo(bytes.getInt(entry + 4));
            }
        }
    }

    @Test
    void whatIsNoFontOrDamagedIsRefused() throws IOException {
        assertThatThrownBy(() -> Woff.unpack(new ByteArrayInputStream(new byte[64])))
                .hasMessageContaining("no WOFF");
        byte[] damaged = packed("atkinson-hyperlegible-mono-latin-400-normal.woff");
        for (int i = 400; i < 4_000; i++) {
            damaged[i] = 0;
        }
        assertThatThrownBy(() -> Woff.unpack(new ByteArrayInputStream(damaged))).hasMessageContaining("damaged");
    }
}
