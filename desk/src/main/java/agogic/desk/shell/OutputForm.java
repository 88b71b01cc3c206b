package agogic.desk.shell;

import agogic.desk.live.LiveDesk;
import agogic.desk.live.OutputChoice;
import agogic.desk.parts.FormDialog;
import agogic.formats.audio.AudioScan;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import javafx.scene.control.ComboBox;
import javafx.stage.Window;

/** Asks through which output it sounds, and how long sound waits in it. */
final class OutputForm extends FormDialog<OutputChoice> {
    private static final String SYSTEM = "That of the system";
    private static final String ANY = "What it offers";
    private static final List<Integer> BLOCKS = List.of(6, 12, 24, 48);
    private static final List<String> NAMES = List.of("Short", "Usual", "Long", "Very long");

    private final ComboBox<String> output;
    private final ComboBox<String> wait;
    private final ComboBox<String> rate;

    OutputForm(LiveDesk live, Window owner) {
        super("Audio output", "Through which output it sounds. Now: " + live.soundsThrough() + ".", owner);
        List<String> names = new ArrayList<>(List.of(SYSTEM));
        names.addAll(live.outputs());
        String now = live.output().name();
        if (!now.isEmpty() && !names.contains(now)) {
            names.add(now);
        }
        output = choice("output-name", "Output", names, now.isEmpty() ? SYSTEM : now, "as the system calls it");
        int place = Math.max(0, BLOCKS.indexOf(live.output().blocks()));
        wait = choice(
                "output-wait", "Buffer", NAMES, NAMES.get(place), "long where it crackles, short where it is late");
        int chosen = live.output().rate();
        rate = choice(
                "output-rate",
                "Rate",
                Stream.concat(Stream.of(ANY), OutputChoice.RATES.stream().map(OutputForm::words))
                        .toList(),
                chosen == 0 ? ANY : words(chosen),
                "48 kHz is what is computed; any other is converted");
        done("output", "Use it");
    }

    private static String words(int rate) {
        return AudioScan.kilohertz(rate) + " kHz";
    }

    @Override
    protected OutputChoice made() {
        String name = output.getValue();
        int frames = OutputChoice.RATES.stream()
                .filter(r -> words(r).equals(rate.getValue()))
                .findFirst()
                .orElse(0);
        return new OutputChoice(name.equals(SYSTEM) ? "" : name, BLOCKS.get(NAMES.indexOf(wait.getValue())), frames);
    }

    @Override
    protected String told() {
        return String.format(
                Locale.ROOT,
                "A move is heard about %.0f ms later, besides what the machine itself takes.",
                made().milliseconds());
    }
}
