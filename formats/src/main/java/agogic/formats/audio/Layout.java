package agogic.formats.audio;

import java.nio.ByteOrder;
import java.util.List;

/**
 * What a file says of its samples.
 *
 * @param what {@code WAV} or {@code AIFF}
 * @param rate frames a second
 * @param channels of each frame
 * @param kind how a sample lies
 * @param order of its bytes
 * @param begins the byte at which the first frame lies
 * @param frames how many are there, above 0
 * @param remarks what was unusual, in words for people
 */
record Layout(
        String what,
        int rate,
        int channels,
        SampleKind kind,
        ByteOrder order,
        long begins,
        long frames,
        List<String> remarks) {
    Layout {
        remarks = List.copyOf(remarks);
    }

    /** Bytes of a frame. */
    int frame() {
        return channels * kind.bytes();
    }
}
