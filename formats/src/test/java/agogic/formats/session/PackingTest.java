package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;

/** What is packed beside ends with whoever asked for it. */
class PackingTest {
    private static long threads() {
        return Thread.getAllStackTraces().keySet().stream()
                .filter(t -> t.getName().equals("agogic-packing") && t.isAlive())
                .count();
    }

    @Test
    void whoIsInterruptedLeavesNoThreadBehind() throws Exception {
        for (int round = 0; round < 20; round++) {
            ZipOutputStream zip = new ZipOutputStream(new ByteArrayOutputStream());
            int parts = round;
            assertThatThrownBy(() -> {
                        try (Packing packing = new Packing(zip)) {
                            OutputStream part = packing.part("one");
                            for (int i = 0; i < 3_000; i++) {
                                part.write(new byte[997]);
                                if (i == 140 * parts) {
                                    Thread.currentThread().interrupt();
                                }
                            }
                            packing.end();
                            packing.finish();
                        }
                    })
                    .isInstanceOf(InterruptedIOException.class);
            assertThat(Thread.interrupted()).isTrue();
        }
        while (threads() > 0) {
            Thread.sleep(5);
        }
        assertThat(threads()).isZero();
    }
}
