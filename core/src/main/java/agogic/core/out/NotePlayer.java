package agogic.core.out;

import agogic.core.play.Run;

/** The notes of a port as the piece runs: which is due when, and which sound and have to be ended. Allocates nothing. */
final class NotePlayer {
    private final Course course = new Course();
    private NoteList list = NoteList.EMPTY;
    private int next;
    /** Sounding notes by channel and key. */
    private final int[] sounding = new int[16 * 128];

    private int sounds;
    /** A sounding note is looked for from here on when all are ended. */
    private int ending;

    private boolean endAll;

    /** Plays these notes from now on; what sounds is ended. */
    void play(NoteList notes) {
        list = notes;
        endAll = true;
        next = course.plays() ? list.from(course.from() + 2e-9) : 0;
    }

    /** Follows the piece to {@code nanos}. */
    void follow(Run now, long nanos) {
        endAll |= course.follow(now, nanos);
        if (!course.plays()) {
            endAll |= sounds > 0;
            return;
        }
        if (course.begins()) {
            next = list.from(course.from());
        }
        if (course.over() && next >= list.from(course.until())) {
            endAll = true;
            if (course.turn()) {
                next = list.from(course.from());
            }
        }
    }

    /** The message that is due, −1 if none is. It counts as sent. */
    int due() {
        if (endAll) {
            int end = nextEnd();
            if (end >= 0) {
                return end;
            }
        }
        while (course.plays() && next < list.size() && course.reached(list.seconds(next))) {
            int message = list.message(next++);
            int slot = (message >> 16 & 0x0F) << 7 | message >> 8 & 0x7F;
            if ((message >> 16 & 0xF0) == 0x90) {
                sounding[slot]++;
                sounds++;
                return message;
            }
            // One that does not sound began before it played from here, or was ended already.
            if (sounding[slot] > 0) {
                sounding[slot]--;
                sounds--;
                return message;
            }
        }
        return -1;
    }

    private int nextEnd() {
        for (; sounds > 0 && ending < sounding.length; ending++) {
            if (sounding[ending] > 0) {
                sounding[ending]--;
                sounds--;
                return (0x80 | ending >> 7) << 16 | (ending & 0x7F) << 8 | 64;
            }
        }
        ending = 0;
        endAll = false;
        return -1;
    }

    /** When something is due next, in nanoseconds; the greatest number if nothing is. */
    long nextDue() {
        if (!course.plays()) {
            return Long.MAX_VALUE;
        }
        return course.when(next < list.size() ? list.seconds(next) : Double.POSITIVE_INFINITY);
    }
}
