package agogic.desk.shell;

import agogic.core.sync.Sync;
import agogic.desk.live.MidiPorts;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.parts.FormDialog;
import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;
import javafx.scene.control.ComboBox;
import javafx.stage.Window;

/** Chooses whether the piece goes by its own clock, sends it to others or follows another. */
final class ClockDialog extends FormDialog<Sync> {
    private static final String NONE = "choose a port";
    private static final String STOPS = "the piece stops";
    private static final String GOES_ON = "it goes on by itself";

    private final ComboBox<String> role;
    private final ComboBox<String> language;
    private final ComboBox<String> port;
    private final ComboBox<String> lost;

    private ClockDialog(Sync now, Window owner) {
        super("Clock", "Who leads: this piece, or another clock.", owner);
        role = choice("clock-role", "The piece", roles(), now.role().spoken(), "");
        language =
                choice("clock-language", "Message", languages(), now.language().spoken(), "");
        TreeSet<String> ports = new TreeSet<>(MidiPorts.inputs());
        ports.addAll(MidiPorts.outputs());
        ports.add(now.port().isEmpty() ? NONE : now.port());
        port = choice(
                "clock-port", "On the port", List.copyOf(ports), now.port().isEmpty() ? NONE : now.port(), "");
        lost = choice(
                "clock-lost",
                "If it is lost",
                List.of(STOPS, GOES_ON),
                now.goesOn() ? GOES_ON : STOPS,
                "shown within half a second");
        role.valueProperty().addListener((o, a, b) -> open());
        open();
        done("clock", "Set");
    }

    private static List<String> roles() {
        return Arrays.stream(Sync.Role.values()).map(Sync.Role::spoken).toList();
    }

    private static List<String> languages() {
        return Arrays.stream(Sync.Language.values()).map(Sync.Language::spoken).toList();
    }

    private Sync.Role chosen() {
        return Sync.Role.values()[roles().indexOf(role.getValue())];
    }

    private void open() {
        language.setDisable(chosen() == Sync.Role.OWN);
        port.setDisable(chosen() == Sync.Role.OWN);
        lost.setDisable(chosen() != Sync.Role.FOLLOW);
    }

    @Override
    protected Sync made() {
        if (chosen() == Sync.Role.OWN) {
            return Sync.OWN;
        }
        String name = port.getValue().equals(NONE) ? "" : port.getValue();
        return new Sync(
                chosen(),
                Sync.Language.values()[languages().indexOf(language.getValue())],
                name,
                lost.getValue().equals(GOES_ON));
    }

    /** Asks, and does it as one step. */
    static void ask(Editing editing, Notices notices, Window owner) {
        new ClockDialog(editing.session().sync(), owner).showAndWait().ifPresent(sync -> {
            if (editing.edit("Clock: " + sync.role().spoken(), s -> s.withSync(sync))) {
                notices.say(Notice.good(
                        "Set",
                        switch (sync.role()) {
                            case OWN -> "The piece goes by its own clock.";
                            case SEND -> "The piece sends " + sync.language().spoken() + " to “" + sync.port()
                                    + "” while it plays.";
                            case FOLLOW -> "The piece waits for the "
                                    + sync.language().spoken() + " of “" + sync.port()
                                    + "”. R arms a ride, which begins with it.";
                        }));
            }
        });
    }
}
