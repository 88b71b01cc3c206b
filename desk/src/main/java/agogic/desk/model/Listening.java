package agogic.desk.model;

import agogic.core.midi.Keys;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.live.LiveDesk;
import agogic.standins.sound.StandIns;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;

/**
 * What is heard while nothing plays, so that a value can be found by ear: a held chord on the instrument of the track that
 * is worked on, noise through a chain that has none, or the audio behind the playhead again and again.
 */
public final class Listening {
    private final ReadOnlyObjectProperty<Session> session;
    private final LiveDesk live;
    private final Notices notices;
    private final ReadOnlyStringWrapper track = new ReadOnlyStringWrapper();
    private Target last;

    /** It follows the session, what is touched and the route that is selected. */
    Listening(ReadOnlyObjectProperty<Session> session, LiveDesk live, Notices notices) {
        this.session = session;
        this.live = live;
        this.notices = notices;
        session.addListener((o, a, b) -> again());
        again();
    }

    /**
     * What plays a message that no control takes, for people: the instrument of the track that is worked on. Empty if it is
     * no note, or nothing plays it.
     */
    Optional<String> playedBy(int status) {
        return Keys.isNote(status) && live.hearsKeyboards() && live.audible()
                ? instrument().map(this::instrumentOf)
                : Optional.empty();
    }

    /** Keyboards are heard from now on, or no longer. */
    public void toggleKeyboards() {
        boolean on = !live.hearsKeyboards();
        live.hearKeyboards(on);
        Optional<Track> plays = instrument();
        notices.say(
                !on
                        ? Notice.plain("Keyboards", "Off: notes that no control takes are not heard.")
                        : Notice.good(
                                "Keyboards",
                                plays.isEmpty()
                                        ? "On, but no track has an instrument that sounds here."
                                        : "On: notes play " + instrumentOf(plays.get())
                                                + (live.audible() ? "." : ". " + silent())));
    }

    /** True if notes that no control takes are heard. */
    public boolean keyboards() {
        return live.hearsKeyboards();
    }

    /** The track whose instrument a keyboard plays: the one that is worked on, else the first that has one. */
    private Optional<Track> instrument() {
        return found().filter(this::instrument).or(() -> session.get().tracks().stream()
                .filter(t -> !sounds(t).isEmpty() && instrument(t))
                .findFirst());
    }

    /** The id of the track that is listened to while nothing plays; null for none. */
    public ReadOnlyStringProperty trackProperty() {
        return track.getReadOnlyProperty();
    }

    /** True while something is listened to. */
    public boolean on() {
        return track.get() != null;
    }

    /** Begins or ends. */
    public void toggle() {
        if (on()) {
            set(null);
            notices.say(Notice.plain("Listen", "Off: nothing sounds while nothing plays."));
        } else {
            begin();
        }
    }

    /** Begins with the track that is worked on, else with the first that sounds. */
    public void begin() {
        Optional<Track> found = found();
        if (found.isEmpty()) {
            notices.say(
                    Notice.stop("Refused", "No track has a sound of its own here. Ctrl+Shift+I adds a device to one."));
            return;
        }
        set(found.get().id());
        notices.say(live.audible() ? Notice.good("Listen", words(found.get())) : Notice.stop("Listen", silent()));
    }

    private static String silent() {
        return "It would sound, but this machine has no audio output.";
    }

    /** {@code Plain Keys on Keys}. */
    private String instrumentOf(Track track) {
        return session.get().device(sounds(track).get(0)).name() + " on " + track.name();
    }

    private String words(Track heard) {
        boolean audio = heard.clips().stream().anyMatch(c -> c.audio().isPresent());
        return (audio
                        ? "Four seconds of audio from the playhead on, through "
                        : instrument(heard) ? "A held chord on " : "Noise through ")
                + session.get().device(sounds(heard).get(0)).name()
                + " while nothing plays. Move a control to hear it; Alt+I ends it.";
    }

    private Optional<Track> found() {
        Optional<Track> worked = Optional.ofNullable(last)
                .filter(session.get()::has)
                .flatMap(t -> session.get().trackOf(t.device()))
                .filter(t -> !sounds(t).isEmpty());
        return worked.or(() -> session.get().tracks().stream()
                .filter(t -> !sounds(t).isEmpty())
                .findFirst());
    }

    private List<String> sounds(Track track) {
        return track.devices().stream()
                .filter(d -> StandIns.sounds(session.get().device(d)))
                .toList();
    }

    private boolean instrument(Track track) {
        return StandIns.instrument(session.get().device(sounds(track).get(0)));
    }

    /** Something else is worked on: that is listened to, if it sounds. */
    void worked(Target target) {
        last = target;
        again();
    }

    /** Something changed that may change what is heard. */
    void again() {
        live.keys(instrument().map(Track::id).orElse(null));
        if (on()) {
            set(found().map(Track::id).orElse(null));
        }
    }

    private void set(String id) {
        track.set(id);
        live.listen(id);
    }
}
