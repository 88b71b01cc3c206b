package agogic.core.session;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Placed;
import agogic.core.lane.Stretch;
import agogic.core.list.SharedList;
import agogic.core.macro.Macro;
import agogic.core.macro.MacroOrder;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.pattern.Pattern;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.text.Text;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;

/**
 * What has to hold for a session to be one. Of a session that came from another, which was sound, only that is looked at
 * which was replaced, and what refers to it.
 */
final class Soundness {
    private final Session session;
    private final Session before;

    private Soundness(Session session, Session before) {
        this.session = session;
        this.before = before;
    }

    /**
     * Looks at a session.
     *
     * @param before the sound session it came from, null if it came from nowhere
     * @throws IllegalArgumentException if it does not hold together, with the words for people
     */
    static void check(Session session, Session before) {
        new Soundness(session, before).check();
    }

    private void check() {
        Text.sound("The name of the piece", session.name());
        Text.sound("The subtitle of the piece", session.subtitle());
        if (!(session.length() > 0 && session.length() <= 1e6)) {
            throw new IllegalArgumentException(
                    "A piece is longer than 0 beats and at most 1,000,000 long, not " + session.length() + " beats.");
        }
        if (session.surfaces().size() > Session.MOST_SURFACES) {
            throw new IllegalArgumentException("A session has " + Session.MOST_SURFACES + " surfaces at most.");
        }
        boolean sameDevices = before != null && before.devices() == session.devices();
        boolean sameParameters = sameDevices && before.macros() == session.macros();
        boolean sameSurfaces = before != null && before.surfaces() == session.surfaces();
        boolean sameRides = before != null && before.rides() == session.rides() && before.tracks() == session.tracks();
        if (!sameParameters) {
            macros();
        }
        once(
                "destination",
                session.ownDestinations().stream()
                        .map(d -> d.name().strip().toLowerCase(java.util.Locale.ROOT))
                        .toList());
        boolean sameAudio = before != null && before.audio() == session.audio();
        if (!sameAudio) {
            once("audio file", session.audio().stream().map(AudioFile::id).toList());
        }
        each(before == null ? null : before.tracks(), session.tracks(), sameDevices && sameAudio, this::track);
        each(before == null ? null : before.routes(), session.routes(), sameParameters && sameSurfaces, this::route);
        boolean samePatterns = before != null && before.patterns() == session.patterns();
        if (!samePatterns) {
            once("pattern", session.patterns().stream().map(Pattern::name).toList());
        }
        each(
                before == null ? null : before.lanes(),
                session.lanes(),
                sameParameters && sameRides && samePatterns,
                this::lane);
        if (before == null || before.sets() != session.sets()) {
            sets();
        }
        if (before == null || before.versions() != session.versions()) {
            versions();
        }
        if (before == null || before.recipes() != session.recipes()) {
            session.recipes()
                    .keySet()
                    .forEach(target -> require(session.has(target), () -> "A recipe names " + target));
        }
    }

    /** Looks at all, or at those that were not in the same place before if nothing that they name was replaced. */
    private static <T> void each(SharedList<T> old, SharedList<T> all, boolean sameNamed, Consumer<T> look) {
        if (sameNamed) {
            all.others(old, place -> {
                look.accept(all.get(place));
                return true;
            });
        } else {
            all.forEach(look);
        }
    }

    private static void require(boolean holds, Supplier<String> what) {
        if (!holds) {
            throw new IllegalArgumentException(what.get() + ", which the session does not have.");
        }
    }

    private void track(Track track) {
        for (String device : track.devices()) {
            require(session.hasDevice(device), () -> track.name() + " uses device " + device);
        }
        for (Clip clip : track.clips()) {
            clip.audio()
                    .ifPresent(a -> require(
                            session.audio().stream().anyMatch(f -> f.id().equals(a.file())),
                            () -> clip.name() + " plays the audio file " + a.file()));
        }
    }

    private void route(Route route) {
        require(session.has(route.target()), () -> "Route " + route.id() + " moves " + route.target());
        Hand hand = route.hand().orElse(null);
        if (hand != null) {
            require(session.has(hand), () -> "Route " + route.id() + " begins at " + hand);
            require(
                    hand.page() <= session.surface(hand.surface()).pages().size(),
                    () -> "Route " + route.id() + " begins on page " + hand.page() + " of " + hand.surface());
        }
    }

    private void lane(Lane lane) {
        require(session.has(lane.target()), () -> "A lane moves " + lane.target());
        Set<String> absolutes = new HashSet<>();
        for (int i = 0; i < lane.layers().size(); i++) {
            Layer layer = lane.layer(i);
            require(
                    !layer.inClip() || session.clip(layer.clip()).isPresent(),
                    () -> "A layer of " + lane.target() + " belongs to the clip " + layer.clip());
            if ((i == 0) != (!layer.inClip() && !layer.offset()) || !layer.offset() && !absolutes.add(layer.clip())) {
                throw new IllegalArgumentException("The lane of " + lane.target()
                        + " needs one absolute layer of the timeline, first, and one of each clip at the most.");
            }
            for (Placed placed : layer.placed()) {
                require(
                        session.patterns().stream().anyMatch(p -> p.name().equals(placed.pattern())),
                        () -> "The lane of " + lane.target() + " has the pattern " + placed.pattern());
            }
            for (Stretch stretch : layer.stretches()) {
                require(
                        session.hasRide(stretch.ride()),
                        () -> "The lane of " + lane.target() + " was written by ride " + stretch.ride());
            }
        }
    }

    private static void once(String what, List<String> names) {
        Set<String> seen = new HashSet<>();
        for (String name : names) {
            if (!seen.add(name)) {
                throw new IllegalArgumentException(
                        "There are two " + what + "s with the name " + name + ". Give one of them another.");
            }
        }
    }

    private void sets() {
        once("set", session.sets().stream().map(SnapshotSet::name).toList());
        for (SnapshotSet set : session.sets()) {
            for (Snapshot one : set.snapshots()) {
                one.values()
                        .forEach(v -> require(
                                session.has(v.target()), () -> "Snapshot " + one.name() + " sets " + v.target()));
                one.pad()
                        .ifPresent(pad -> require(
                                session.has(pad)
                                        && pad.page()
                                                <= session.surface(pad.surface())
                                                        .pages()
                                                        .size(),
                                () -> "Snapshot " + one.name() + " is started by " + pad));
            }
        }
    }

    private void versions() {
        for (Version version : session.versions()) {
            version.lane()
                    .ifPresent(lane -> require(
                            session.has(lane.target()), () -> "Version " + version.name() + " is of " + lane.target()));
        }
    }

    private void macros() {
        Set<Target> moved = new HashSet<>();
        if (session.devices().stream().map(Device::id).anyMatch(Macro.DEVICE::equals)) {
            throw new IllegalArgumentException(
                    "No device can have the id “" + Macro.DEVICE + "”: the macros of a session have it.");
        }
        for (Macro macro : session.macros()) {
            for (Member member : macro.members()) {
                require(session.has(member.target()), () -> "Macro " + macro.name() + " moves " + member.target());
                Parameter parameter = session.parameter(member.target());
                if (parameter.reserved()) {
                    throw new IllegalArgumentException(parameter.name() + " is reserved: no macro may move it.");
                }
                if (!moved.add(member.target())) {
                    throw new IllegalArgumentException(
                            parameter.name() + " is moved by two macros. Remove it from one of them.");
                }
            }
        }
        MacroOrder.inOrder(session.macros());
    }
}
