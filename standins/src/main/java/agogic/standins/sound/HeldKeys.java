package agogic.standins.sound;

import agogic.core.midi.Keys;

/** The keys of a keyboard that sound, each on the instrument on which it was struck. Used by one thread; allocates nothing. */
final class HeldKeys {
    private static final int PITCHES = 128;
    private static final int DOWN = 64;

    private final Sound[] on = new Sound[PITCHES];
    private final int[] velocities = new int[PITCHES];
    private final boolean[] released = new boolean[PITCHES];
    private boolean pedal;

    /** A note or the sustain pedal; {@code to} is what plays notes that begin, null for nothing. */
    void message(int status, int data1, int data2, Sound to) {
        if (Keys.isPedal(status, data1)) {
            pedal = data2 >= DOWN;
            for (int pitch = 0; pitch < PITCHES && !pedal; pitch++) {
                if (released[pitch]) {
                    end(pitch);
                }
            }
        } else if (Keys.begins(status, data2)) {
            end(data1);
            if (to != null) {
                on[data1] = to;
                velocities[data1] = data2;
                to.noteOn(data1, data2);
            }
        } else if (Keys.isNote(status)) {
            if (pedal) {
                released[data1] = true;
            } else {
                end(data1);
            }
        }
    }

    private void end(int pitch) {
        released[pitch] = false;
        if (on[pitch] != null) {
            on[pitch].noteOff(pitch);
            on[pitch] = null;
        }
    }

    /** All notes of this sound were ended: those that are held begin again. */
    void again(Sound sound) {
        for (int pitch = 0; pitch < PITCHES && sound != null; pitch++) {
            if (on[pitch] == sound) {
                sound.noteOn(pitch, velocities[pitch]);
            }
        }
    }
}
