package agogic.formats.midi;

import agogic.core.lane.Lane;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.formats.file.FormatException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Gives each lane a number of its own on the channel of its track. Only numbers to which MIDI 1.0 gives no meaning are
 * used: 3, 9, 14, 15 and 20–31 (with 35, 41, 46, 47 and 52–63 as their fine bytes), and for 7 bits 85–87, 89, 90 and
 * 102–119 as well (MIDI 1.0 Detailed Specification, table of controllers).
 */
final class ControllerPlan {
    private static final int[] COARSE = {20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30, 31, 14, 15, 3, 9};
    private static final int[] SINGLE = {
        102, 103, 104, 105, 106, 107, 108, 109, 110, 111, 112, 113, 114, 115, 116, 117, 118, 119, 85, 86, 87, 89, 90
    };

    private ControllerPlan() {}

    /** A lane with its channel 1..16 and number. */
    record Line(Lane lane, String track, int channel, int number) {}

    static List<Line> of(Session session, Fineness fineness) throws FormatException {
        Map<Integer, Integer> taken = new HashMap<>();
        List<Line> lines = new ArrayList<>();
        for (Lane lane : session.lanes()) {
            if (lane.envelope().isEmpty()) {
                continue;
            }
            Track track = session.trackOf(lane.target().device()).orElse(null);
            int channel = track == null ? 16 : track.channel();
            String name = track == null ? "" : track.id();
            int used = taken.merge(channel, 1, Integer::sum) - 1;
            lines.add(new Line(lane, name, channel, number(fineness, used, channel)));
        }
        return lines;
    }

    private static int number(Fineness fineness, int used, int channel) throws FormatException {
        if (fineness == Fineness.NRPN) {
            return used;
        }
        if (used < COARSE.length) {
            return COARSE[used];
        }
        int single = used - COARSE.length;
        if (fineness == Fineness.SEVEN && single < SINGLE.length) {
            return SINGLE[single];
        }
        throw new FormatException("Channel " + channel + " has more lanes than MIDI has free controller numbers ("
                + (fineness == Fineness.SEVEN ? COARSE.length + SINGLE.length : COARSE.length)
                + "). Export with --fine nrpn, which has room for 16,384.");
    }
}
