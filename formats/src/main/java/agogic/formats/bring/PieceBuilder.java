package agogic.formats.bring;

import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.score.Clip;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Collects the tracks of what is brought in, each with what it sounds by, and makes a piece of them. */
public final class PieceBuilder {
    private final Beginning add;
    private final List<Track> tracks = new ArrayList<>();
    private final List<Device> devices = new ArrayList<>();
    private final Set<String> names = new HashSet<>();

    public PieceBuilder(Beginning add) {
        this.add = add;
    }

    /** The id that the next track gets. */
    public String nextId() {
        return "track-" + (tracks.size() + 1);
    }

    /**
     * A track with its clip, and a sound for it if it has one; then what else stands on it.
     *
     * @param more devices behind the sound; they get names that nobody has yet
     */
    public void track(String name, int channel, Optional<Clip> clip, List<Device> more) {
        String id = nextId();
        List<String> chain = new ArrayList<>();
        Device sounds = clip.isPresent() ? add.instrument().apply(id + "-sound") : null;
        if (sounds != null) {
            stands(
                    chain,
                    sounds.named(sounds.id(), sounds.name() + " · " + name).onChannel(channel));
        }
        more.forEach(device -> stands(chain, device));
        tracks.add(new Track(id, name, false, channel, chain, clip.stream().toList()));
    }

    private void stands(List<String> chain, Device device) {
        String name = device.name();
        for (int n = 2; !names.add(name.toLowerCase(Locale.ROOT)); n++) {
            name = device.name() + " " + n;
        }
        devices.add(device.named(device.id(), name));
        chain.add(device.id());
    }

    /** The piece: one empty track if there is none, and a loop of its first four bars that is off. */
    public Session piece(
            String title,
            Timeline timeline,
            double length,
            List<Section> sections,
            List<Route> routes,
            List<Lane> lanes,
            List<Ride> rides) {
        if (tracks.isEmpty()) {
            track("Track 1", 1, Optional.empty(), List.of());
        }
        double bars = 4 * timeline.metre().metreOfBar(1).quartersInBar();
        return new Session(
                title.isBlank() ? "Piece" : title,
                "",
                timeline,
                length,
                sections.stream().filter(s -> s.beat() < length).toList(),
                new Loop(0, Math.max(Loop.SHORTEST, Math.min(length, bars)), false),
                tracks,
                devices,
                add.surfaces(),
                routes,
                lanes,
                rides,
                List.of());
    }
}
