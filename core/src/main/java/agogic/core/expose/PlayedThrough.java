package agogic.core.expose;

import agogic.core.device.Device;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Control;
import java.util.SortedSet;
import java.util.TreeSet;

/** Through which port of the machine, and on which MIDI channel, a device plays. */
public final class PlayedThrough {
    private PlayedThrough() {}

    /** The MIDI outputs that a session plays through and sends its clock to, by their names. */
    public static SortedSet<String> ports(Session session) {
        SortedSet<String> names = new TreeSet<>();
        session.devices().stream().map(Device::port).filter(p -> !p.isEmpty()).forEach(names::add);
        if (session.sync().sends()) {
            names.add(session.sync().port());
        }
        return names;
    }

    /** All MIDI outputs that a session sends anything to: {@link #ports}, and those of surfaces that show values. */
    public static SortedSet<String> speaks(Session session) {
        SortedSet<String> names = ports(session);
        session.surfaces().stream()
                .filter(s -> s.controls().stream().anyMatch(Control::shows))
                .forEach(s -> names.add(s.port()));
        return names;
    }

    /** The channel on which a device plays: that of its controllers, or of its track if it has none. 1..16. */
    public static int channel(Session session, Device device) {
        return device.channel()
                .orElseGet(
                        () -> session.trackOf(device.id()).map(Track::channel).orElse(1));
    }

    /**
     * With a device playing through another port and on another channel; a device without controllers of its own takes its
     * track to the channel.
     *
     * @param port the name of a MIDI output; empty for none
     * @param channel 1..16
     * @throws IllegalArgumentException in words for people if there is no such device, or the channel is not 1 to 16
     */
    public static Session of(Session session, String deviceId, String port, int channel) {
        Device device = session.device(deviceId);
        if (channel < 1 || channel > 16) {
            throw new IllegalArgumentException("MIDI channels are 1 to 16, not " + channel + ".");
        }
        Session through = session.withDevice(device.through(port));
        if (channel == channel(session, device)) {
            return through;
        }
        if (device.channel().isPresent()) {
            return through.withDevice(device.through(port).onChannel(channel));
        }
        return through.withTracks(through.tracks().stream()
                .map(t -> t.devices().contains(deviceId)
                        ? new Track(t.id(), t.name(), t.bus(), channel, t.devices(), t.clips())
                        : t)
                .toList());
    }
}
