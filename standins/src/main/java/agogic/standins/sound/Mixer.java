package agogic.standins.sound;

import agogic.core.audio.Feed;
import agogic.core.device.Device;
import agogic.core.plan.ParameterIndex;
import agogic.core.plan.PlacedAudio;
import agogic.core.play.LiveState;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * All tracks of a session, sounding: instruments play their notes, effects follow, tracks go to the buses and out. Follows
 * the position and the values of an engine. Used by one thread; allocates nothing while it plays.
 */
public final class Mixer {
    private static final double SEND = 0.42;
    /** So much of an audio clip is heard again and again while it is listened to. */
    private static final double LISTENED_SECONDS = 4;

    private final List<Strip> strips = new ArrayList<>();
    private final List<Strip> buses = new ArrayList<>();
    private final double[] sendLeft = new double[Block.FRAMES];
    private final double[] sendRight = new double[Block.FRAMES];
    private final PinkNoise noise = new PinkNoise();
    private double reached = Double.NaN;
    private CountInClick click = new CountInClick();
    private final Session session;
    private final Feed feed;
    private Session fitted;
    private String listened;
    private HeldKeys keys = new HeldKeys();
    private double listenedFrom = Double.NaN;
    private long loopFrames;
    private Strip held;
    private double rate = 1;

    /** The mixer of a session's tracks without audio; what is edited later in lanes and routes does not concern it. */
    public Mixer(Session session) {
        this(session, Feed.NONE);
    }

    /** As {@link #Mixer(Session)}; the samples of its audio clips come from {@code feed}. */
    public Mixer(Session session, Feed feed) {
        this(session, feed, null, t -> true);
    }

    /** Of some tracks and buses only; a bus hears those tracks that are among them. */
    Mixer(Session session, Feed feed, Predicate<Track> only) {
        this(session, feed, null, only);
    }

    private Mixer(Session session, Feed feed, Mixer before, Predicate<Track> only) {
        this.session = session;
        this.feed = feed;
        fitted = session;
        ParameterIndex index = new ParameterIndex(session);
        for (Track track : session.tracks().stream().filter(only).toList()) {
            (track.bus() ? buses : strips)
                    .add(new Strip(this, track, index, before == null ? null : before.strip(track.id()), before));
        }
    }

    /**
     * The mixer of an edited session: devices that were there before sound on in it, and so do the notes of tracks that
     * are as they were. May be made by another thread than the one that uses this one; whoever uses it calls {@link
     * #carryOn} first.
     */
    public Mixer after(Session edited) {
        return new Mixer(edited, feed, this, t -> true);
    }

    /** True if nothing that this is made of was edited since: it need not be made anew. */
    public boolean mixes(Session other) {
        return session.tracks() == other.tracks()
                && session.audio() == other.audio()
                && session.devices() == other.devices()
                && session.timeline().equals(other.timeline());
    }

    /** True if the values of an engine that plays this session are those of the devices here, in their order. */
    public boolean fits(Session playing) {
        if (playing != fitted) {
            if (playing.devices().size() != session.devices().size()) {
                return false;
            }
            for (int d = 0; d < playing.devices().size(); d++) {
                Device own = session.devices().get(d);
                Device other = playing.devices().get(d);
                if (own != other
                        && !(own.id().equals(other.id())
                                && own.parameters().size() == other.parameters().size())) {
                    return false;
                }
            }
            fitted = playing;
        }
        return true;
    }

    /** Goes on from where the one that was used until now is. By the thread that uses both. */
    public void carryOn(Mixer before) {
        reached = before.reached;
        keys = before.keys;
        click = before.click;
        for (int stem = 0; stem < stems(); stem++) {
            Strip strip = strip(stem);
            Strip old = before.strip(strip.track.id());
            strip.carryOn(old);
            if (old != null && old == before.held && strip.first() == old.first()) {
                held = strip;
                strip.held = old.held;
            }
        }
    }

    /**
     * While nothing plays this track is listened to: an instrument holds a chord, a chain of effects has noise in it.
     *
     * @param track the id of a track or bus; null for none, or one that is not here
     */
    public void listen(String track) {
        listened = track;
    }

    /**
     * A note or the sustain pedal of a keyboard, heard from the next block on. A key sounds until it is let go where it
     * began, whatever is played by then.
     *
     * @param track the id of the track whose instrument plays it; null for none
     */
    public void key(String track, int status, int data1, int data2) {
        Strip strip = track == null ? null : strip(track);
        keys.message(status, data1, data2, strip == null || !strip.instrument ? null : strip.first());
    }

    /** So many seconds of the piece go by in one from the next block on: 1, or what another clock says that leads. */
    public void led(double faster) {
        rate = faster;
    }

    private void hold(Strip wanted) {
        if (wanted != held) {
            if (held != null) {
                held.hold(false);
            }
            held = wanted;
            if (wanted != null) {
                wanted.hold(true);
            }
        }
    }

    private Strip strip(String track) {
        for (int stem = 0; stem < stems(); stem++) {
            if (strip(stem).track.id().equals(track)) {
                return strip(stem);
            }
        }
        return null;
    }

    /** How many blocks of audio clips were silent because their samples came too late, since it began. */
    public long late() {
        long late = 0;
        for (Strip strip : strips) {
            late += strip.audio.late();
        }
        return late;
    }

    /** How many tracks and buses sound, each for itself. */
    int stems() {
        return strips.size() + buses.size();
    }

    private Strip strip(int stem) {
        return stem < strips.size() ? strips.get(stem) : buses.get(stem - strips.size());
    }

    /** The track or bus of a stem: tracks first. */
    Track track(int stem) {
        return strip(stem).track;
    }

    /** The left channel of a stem in the block that was made last, before anything limits the whole. */
    double[] left(int stem) {
        return strip(stem).left;
    }

    /** The right channel, as {@link #left}. */
    double[] right(int stem) {
        return strip(stem).right;
    }

    /** Makes one block into {@code left} and {@code right} (64 frames each, replaced), as the engine stands now. */
    public void block(LiveState live, double[] left, double[] right) {
        double position = live.playing() ? live.position() : Double.NaN;
        boolean flows = position >= reached && position < reached + 0.25;
        boolean stopped = Double.isNaN(position) && !Double.isNaN(reached);
        hold(listened == null || !Double.isNaN(position) ? null : strip(listened));
        double tempo = session.timeline()
                .tempo()
                .bpmAt(session.timeline().beatAt(Double.isNaN(position) ? Math.max(0, live.position()) : position));
        Arrays.fill(left, 0);
        Arrays.fill(right, 0);
        Arrays.fill(sendLeft, 0);
        Arrays.fill(sendRight, 0);
        for (Strip strip : strips) {
            if (stopped || strip.fresh || !flows && !Double.isNaN(position)) {
                strip.silenceNotes();
                strip.seek(position);
                strip.audio.stop();
            }
            if (!Double.isNaN(position)) {
                strip.play(position + Block.SECONDS);
            }
            strip.process(live, null, null, position, tempo);
            for (int i = 0; i < Block.FRAMES; i++) {
                left[i] += strip.left[i];
                right[i] += strip.right[i];
                sendLeft[i] += SEND * strip.left[i];
                sendRight[i] += SEND * strip.right[i];
            }
        }
        for (Strip bus : buses) {
            bus.process(live, sendLeft, sendRight, position, tempo);
            for (int i = 0; i < Block.FRAMES; i++) {
                left[i] += bus.left[i];
                right[i] += bus.right[i];
            }
        }
        if (live.countingIn()) {
            click.add(session.timeline(), position, left, right);
        }
        for (int i = 0; i < Block.FRAMES; i++) {
            left[i] = soft(left[i]);
            right[i] = soft(right[i]);
        }
        reached = position;
    }

    /** Straight up to −3 dB, then ever softer, never beyond full scale. */
    private static double soft(double x) {
        double a = Math.abs(x);
        return a <= 0.7 ? x : Math.signum(x) * (0.7 + 0.3 * Math.tanh((a - 0.7) / 0.3));
    }

    private final class Strip {
        /** What is held to listen to an instrument: a fifth and a tenth over C, well within every voice. */
        private static final int[] CHORD = {48, 55, 64};

        private static final int CHORD_VELOCITY = 80;

        private final List<Sound> sounds = new ArrayList<>();
        private final List<String> kinds = new ArrayList<>();
        private final List<Knobs> knobs = new ArrayList<>();
        private final List<Integer> starts = new ArrayList<>();
        private final Track track;
        private final TrackNotes notes;
        private final double[] left = new double[Block.FRAMES];
        private final double[] right = new double[Block.FRAMES];
        private boolean fresh;
        private boolean held;
        /** True if what comes first in the chain plays notes. */
        private boolean instrument;

        private final AudioPlayer audio;

        /** {@code old} is the strip of the same track before an edit, null if there was none. */
        Strip(Mixer in, Track track, ParameterIndex index, Strip old, Mixer before) {
            Session session = in.session;
            this.track = track;
            audio = new AudioPlayer(PlacedAudio.of(session, track), in.feed);
            for (String id : track.devices()) {
                Device device = session.device(id);
                String kind = id + " " + device.kind();
                Optional<Sound> sound = old != null && old.kinds.contains(kind)
                        ? Optional.of(old.sounds.get(old.kinds.indexOf(kind)))
                        : StandIns.sound(device);
                sound.ifPresent(one -> {
                    instrument |= sounds.isEmpty() && StandIns.instrument(device);
                    sounds.add(one);
                    kinds.add(kind);
                    knobs.add(new Knobs(device));
                    starts.add(index.startOf(id));
                });
            }
            boolean same = old != null
                    && old.track.played().equals(track.played())
                    && before.session.timeline().equals(session.timeline());
            notes = same ? old.notes.again() : TrackNotes.of(session, track);
        }

        /** What plays its notes; null if nothing does. */
        Sound first() {
            return sounds.isEmpty() ? null : sounds.get(0);
        }

        void carryOn(Strip old) {
            fresh = old == null || !notes.same(old.notes) || first() != old.first();
            if (!fresh) {
                notes.carryOn(old.notes);
            }
            if (old != null) {
                audio.carryOn(old.audio);
            }
        }

        /** What is listened to while nothing plays begins or ends. */
        void hold(boolean on) {
            held = on;
            if (instrument && audio.empty()) {
                for (int pitch : CHORD) {
                    if (on) {
                        first().noteOn(pitch, CHORD_VELOCITY);
                    } else {
                        first().noteOff(pitch);
                    }
                }
            }
        }

        /** Goes on from {@code position}; notes that have begun and not ended there sound. */
        void seek(double position) {
            fresh = false;
            notes.seek(position, first());
        }

        void silenceNotes() {
            if (!sounds.isEmpty()) {
                for (int pitch = 0; pitch < 128; pitch++) {
                    sounds.get(0).noteOff(pitch);
                }
            }
            if (held) {
                hold(true);
            }
            keys.again(first());
        }

        void play(double until) {
            notes.play(until, first());
        }

        /** {@code position} is where it plays, NaN while nothing does. */
        void process(LiveState live, double[] inLeft, double[] inRight, double position, double tempo) {
            for (int i = 0; i < Block.FRAMES; i++) {
                left[i] = inLeft == null ? 0 : inLeft[i];
                right[i] = inRight == null ? 0 : inRight[i];
            }
            if (!audio.empty()) {
                audio(live, position);
            }
            if (held && first() != null && !instrument && audio.empty()) {
                for (int i = 0; i < Block.FRAMES; i++) {
                    double one = noise.next();
                    left[i] += one;
                    right[i] += one;
                }
            }
            for (int s = 0; s < sounds.size(); s++) {
                int start = starts.get(s);
                knobs.get(s).update(live, start);
                knobs.get(s).tempo(tempo);
                sounds.get(s).process(left, right, knobs.get(s));
            }
        }

        /** The clips where it plays; while nothing does and it is listened to, what lies behind the playhead again and again. */
        private void audio(LiveState live, double position) {
            if (!Double.isNaN(position)) {
                audio.add(position, rate, left, right);
                return;
            }
            if (!held) {
                audio.stop();
                return;
            }
            if (live.position() != listenedFrom) {
                listenedFrom = live.position();
                loopFrames = 0;
                audio.stop();
            }
            double at = loopFrames * Block.SECONDS;
            audio.add(listenedFrom + at, 1, left, right);
            loopFrames = at + Block.SECONDS < LISTENED_SECONDS ? loopFrames + 1 : 0;
            if (loopFrames == 0) {
                audio.stop();
            }
        }
    }
}
