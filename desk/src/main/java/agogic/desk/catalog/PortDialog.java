package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.expose.PlayedThrough;
import agogic.core.session.Session;
import agogic.desk.live.MidiPorts;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.parts.FormDialog;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import javafx.scene.control.ComboBox;
import javafx.stage.Window;

/** Chooses the port of the machine through which a device plays, and its MIDI channel. */
final class PortDialog extends FormDialog<UnaryOperator<Session>> {
    private static final String NONE = "no port";

    private final String id;
    private final ComboBox<String> port;
    private final ComboBox<String> channel;

    private PortDialog(Session session, Device device, Window owner) {
        super("Port and channel", device.name() + ": through which port its notes and controllers go out.", owner);
        id = device.id();
        List<String> ports = new ArrayList<>(List.of(NONE));
        ports.addAll(MidiPorts.outputs());
        if (!device.port().isEmpty() && !ports.contains(device.port())) {
            ports.add(device.port());
        }
        port = choice("port-name", "Plays through", ports, device.port().isEmpty() ? NONE : device.port(), "");
        List<String> channels =
                IntStream.rangeClosed(1, 16).mapToObj(Integer::toString).toList();
        String own = device.channel().isPresent() ? "its controllers and notes" : "the notes of its track";
        channel = choice(
                "port-channel", "Channel", channels, Integer.toString(PlayedThrough.channel(session, device)), own);
        done("port", "Set");
    }

    @Override
    protected UnaryOperator<Session> made() {
        String name = port.getValue().equals(NONE) ? "" : port.getValue();
        int number = Integer.parseInt(channel.getValue());
        return s -> PlayedThrough.of(s, id, name, number);
    }

    /** Asks, and does it as one step. */
    static void ask(Editing editing, Notices notices, Device device, Window owner) {
        new PortDialog(editing.session(), device, owner).showAndWait().ifPresent(change -> {
            if (!editing.edit("Port of " + device.name(), change)) {
                return;
            }
            Device now = editing.session().device(device.id());
            int channel = PlayedThrough.channel(editing.session(), now);
            notices.say(
                    now.port().isEmpty()
                            ? Notice.good("Set", now.name() + " plays through no port; its channel is " + channel + ".")
                            : Notice.good(
                                    "Set",
                                    now.name() + " plays through “" + now.port() + "” on channel " + channel + "."));
        });
    }
}
