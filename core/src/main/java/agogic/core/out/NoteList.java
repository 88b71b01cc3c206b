package agogic.core.out;

import agogic.core.device.Device;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** The notes of all clips that a port plays, as messages in the order of time; where one ends another begins. */
final class NoteList {
    private record Event(double seconds, int message) {
        boolean begins() {
            return (message >> 16 & 0xF0) == 0x90;
        }
    }

    static final NoteList EMPTY = new NoteList(new ArrayList<>());

    private final double[] seconds;
    private final int[] messages;

    private NoteList(List<Event> events) {
        events.sort(Comparator.comparingDouble(Event::seconds)
                .thenComparing(Event::begins)
                .thenComparingInt(Event::message));
        seconds = events.stream().mapToDouble(Event::seconds).toArray();
        messages = events.stream().mapToInt(Event::message).toArray();
    }

    /**
     * The notes of the tracks whose first device that plays through a port plays through {@code port}: on the channel of
     * its chart, or of the track if it has none.
     */
    static NoteList of(Session session, String port) {
        List<Event> events = new ArrayList<>();
        for (Track track : session.tracks()) {
            Device device = track.devices().stream()
                    .map(session::device)
                    .filter(d -> !d.port().isEmpty())
                    .findFirst()
                    .orElse(null);
            if (device != null && device.port().equals(port)) {
                int channel = device.channel().orElse(track.channel()) - 1;
                track.played().forEach(clip -> add(events, session, clip, channel));
            }
        }
        return new NoteList(events);
    }

    private static void add(List<Event> events, Session session, Clip clip, int channel) {
        for (Note note : clip.notes()) {
            if (note.beat() < clip.length()) {
                double on = clip.beat() + note.beat();
                double off = clip.beat() + Math.min(clip.length(), note.beat() + note.length());
                int key = note.pitch() << 8;
                events.add(new Event(session.timeline().secondsAt(on), (0x90 | channel) << 16 | key | note.velocity()));
                events.add(new Event(session.timeline().secondsAt(off), (0x80 | channel) << 16 | key | note.release()));
            }
        }
    }

    int size() {
        return seconds.length;
    }

    double seconds(int place) {
        return seconds[place];
    }

    int message(int place) {
        return messages[place];
    }

    /** The place of the first one at or after {@code from}. */
    int from(double from) {
        int low = 0;
        int high = seconds.length;
        while (low < high) {
            int mid = (low + high) >>> 1;
            if (seconds[mid] < from - 1e-9) {
                low = mid + 1;
            } else {
                high = mid;
            }
        }
        return low;
    }
}
