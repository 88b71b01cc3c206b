package agogic.standins.sound;

import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/** The notes of a track, and which of them comes next. Used by one thread; allocates nothing while it plays. */
final class TrackNotes {
    private record Struck(double seconds, boolean on, int pitch, int velocity) {}

    private final Struck[] all;
    private final int[] sounding = new int[128];
    private int next;

    private TrackNotes(Struck[] all) {
        this.all = all;
    }

    /** Those of a track. */
    static TrackNotes of(Session session, Track track) {
        List<Struck> list = new ArrayList<>();
        for (Clip clip : track.played()) {
            for (Note note : clip.notes()) {
                double on = session.timeline().secondsAt(clip.beat() + note.beat());
                double off = session.timeline()
                        .secondsAt(clip.beat() + Math.min(clip.length(), note.beat() + note.length()));
                list.add(new Struck(on, true, note.pitch(), note.velocity()));
                list.add(new Struck(off, false, note.pitch(), 0));
            }
        }
        list.sort(Comparator.comparingDouble(Struck::seconds).thenComparing(Struck::on));
        return new TrackNotes(list.toArray(new Struck[0]));
    }

    /** The same notes, from the beginning. */
    TrackNotes again() {
        return new TrackNotes(all);
    }

    /** True if these are the notes of the other. */
    boolean same(TrackNotes other) {
        return all == other.all;
    }

    /** Goes on where the other is, which has the same notes. */
    void carryOn(TrackNotes other) {
        next = other.next;
    }

    /**
     * Goes on from a position in seconds; notes that have begun and not ended there sound.
     *
     * @param on what plays them; null for nothing
     */
    void seek(double position, Sound on) {
        Arrays.fill(sounding, 0);
        next = 0;
        while (next < all.length && all[next].seconds() < position) {
            Struck one = all[next++];
            sounding[one.pitch()] = one.velocity();
        }
        for (int pitch = 0; pitch < sounding.length && on != null; pitch++) {
            if (sounding[pitch] > 0) {
                on.noteOn(pitch, sounding[pitch]);
            }
        }
    }

    /** Plays those that begin or end before {@code until}, in seconds; {@code on} as in {@link #seek}. */
    void play(double until, Sound on) {
        while (next < all.length && all[next].seconds() < until) {
            Struck one = all[next++];
            if (on != null && one.on()) {
                on.noteOn(one.pitch(), one.velocity());
            } else if (on != null) {
                on.noteOff(one.pitch());
            }
        }
    }
}
