package agogic.desk.model;

import agogic.core.audio.LoudnessCurve;
import agogic.core.edit.points.LoudnessDraft;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.live.LiveDesk;
import agogic.desk.loudness.TrackLoudness;
import agogic.standins.sound.HowLoud;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BiConsumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** How loud a track is, measured when somebody asks, drawn behind its lanes until it is put away. */
public final class HeardLoud {
    private final Editing editing;
    private final Notices notices;
    private final LiveDesk live;
    private final Beside measuring = new Beside();
    /** What was asked for last. */
    private final AtomicInteger asked = new AtomicInteger();

    private final ReadOnlyObjectWrapper<Seen> seen = new ReadOnlyObjectWrapper<>();

    /**
     * What is drawn.
     *
     * @param track the id of the track or bus; empty for all together
     * @param now as it is, or was before a draft
     * @param then as it would be, or is with a draft; empty where nothing is drafted
     * @param target what it is brought to, in LUFS; NaN for nothing
     * @param of the piece that was measured
     */
    public record Seen(String track, LoudnessCurve now, Optional<LoudnessCurve> then, double target, Session of) {
        /** True if something that may be heard was edited since. */
        public boolean old(Session session) {
            return session.lanes() != of.lanes()
                    || session.tracks() != of.tracks()
                    || session.devices() != of.devices()
                    || session.timeline() != of.timeline();
        }
    }

    HeardLoud(Editing editing, LiveDesk live, Notices notices) {
        this.editing = editing;
        this.live = live;
        this.notices = notices;
    }

    /** What is drawn; null for nothing. */
    public ReadOnlyObjectProperty<Seen> seenProperty() {
        return seen.getReadOnlyProperty();
    }

    /** What is drawn behind the lanes of a target: its track, or all together; empty for nothing. */
    public Optional<Seen> of(Target target) {
        return Optional.ofNullable(seen.get()).filter(s -> s.track().isEmpty() || own(s, target));
    }

    private boolean own(Seen one, Target target) {
        return editing.session()
                .trackOf(target.device())
                .filter(t -> t.id().equals(one.track()))
                .isPresent();
    }

    /** Draws what would come of a draft. */
    public void show(Seen what) {
        seen.set(what);
    }

    private Optional<Track> track(Target target) {
        Optional<Track> track = editing.session().trackOf(target.device());
        if (track.isEmpty()) {
            notices.refuse("It acts on no track, so there is no sound of it to measure.");
        }
        return track;
    }

    /** Measures the track of a target and draws that, or puts it away if it is drawn. */
    public void toggle(Target target) {
        if (of(target).filter(s -> own(s, target)).isPresent()) {
            away();
            return;
        }
        measure(target, false, (session, heard) -> {
            Track track = session.trackOf(target.device()).orElseThrow();
            seen.set(new Seen(track.id(), heard.curve(), Optional.empty(), Double.NaN, session));
            notices.say(Notice.good("Loudness", track.name() + ": " + TrackLoudness.words(heard) + "."));
        });
    }

    /** Measures all together and draws that behind every lane, or puts it away if it is drawn. */
    public void toggleAll() {
        if (seen.get() != null && seen.get().track().isEmpty()) {
            away();
            return;
        }
        measure(editing.session(), "", "All", (session, heard) -> {
            seen.set(new Seen("", heard.curve(), Optional.empty(), Double.NaN, session));
            notices.say(Notice.good("Loudness", "All together: " + TrackLoudness.words(heard) + "."));
        });
    }

    private void away() {
        seen.set(null);
        notices.say(Notice.plain("Loudness", "It is drawn no longer."));
    }

    /**
     * Measures the track of a target beside the window.
     *
     * @param plain without an earlier draft of this level
     * @param done gets the piece that was measured, and what came of it
     */
    public void measure(Target target, boolean plain, BiConsumer<Session, HowLoud> done) {
        track(target).ifPresent(track -> {
            Session session = plain ? LoudnessDraft.without(editing.session(), target) : editing.session();
            measure(session, track.id(), track.name(), done);
        });
    }

    private void measure(Session session, String track, String name, BiConsumer<Session, HowLoud> done) {
        int ticket = asked.incrementAndGet();
        LongWork.run(
                "agogic-loudness",
                notices,
                "Listening",
                name + " is played through and measured",
                progress -> TrackLoudness.of(session, track, part -> {
                    goesOn(ticket);
                    progress.accept(part);
                }),
                heard -> {
                    if (ticket == asked.get()) {
                        done.accept(session, heard);
                    }
                },
                why -> {
                    if (ticket == asked.get()) {
                        notices.say(Notice.stop("Not measured", why));
                    }
                });
    }

    /** Nobody waits for what was asked before: it ends. */
    private void goesOn(int ticket) {
        if (ticket != asked.get() || live.closed()) {
            throw new CancellationException("Something else is measured now.");
        }
    }

    /**
     * Drafts a level beside the window, puts it into the piece, and measures what is heard then.
     *
     * @param measured the piece that was heard
     */
    public void draft(Session measured, Target target, LoudnessDraft.Wanted wanted, double tolerance, HowLoud heard) {
        measuring.latest(
                "agogic-loudness",
                () -> LoudnessDraft.of(measured, target, heard.curve(), wanted, tolerance),
                drafted -> put(target, wanted, drafted),
                why -> notices.say(Notice.stop("Not drafted", why)));
    }

    private void put(Target target, LoudnessDraft.Wanted wanted, LoudnessDraft.Drafted drafted) {
        if (!editing.session().has(target)) {
            notices.refuse("The level is gone: nothing was drafted.");
            return;
        }
        String name = editing.session().parameter(target).name();
        if (!editing.edit("Draft from loudness", s -> LoudnessDraft.with(s, target, drafted))) {
            return;
        }
        measure(target, false, (session, now) -> {
            Track track = session.trackOf(target.device()).orElseThrow();
            seen.set(new Seen(track.id(), drafted.before(), Optional.of(now.curve()), wanted.target(), session));
            notices.say(new Notice(
                    Notice.Kind.GOOD,
                    "Drafted",
                    name + ": " + TrackLoudness.words(drafted, drafted.before(), now.curve(), wanted.target()),
                    List.of(new Notice.Act("Undo", editing::undo))));
        });
    }
}
