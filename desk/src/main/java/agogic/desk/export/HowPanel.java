package agogic.desk.export;

import agogic.core.session.Destination;
import agogic.core.session.Destination.How;
import agogic.desk.parts.Parts;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.Depth;
import agogic.formats.midi.Fineness;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.BiFunction;
import java.util.function.Function;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** How things are written for the destination that is shown. */
final class HowPanel extends VBox {
    private final ExportModel model;
    private final List<Runnable> shows = new ArrayList<>();
    private boolean showing;

    HowPanel(ExportModel model) {
        super(8);
        this.model = model;
        Label how = new Label("How");
        how.getStyleClass().add("title");
        getChildren().add(how);
        choice(
                "export-fineness",
                "Controllers",
                "How fine controllers are",
                List.of("7", "14", "nrpn"),
                w -> spoken(Fineness.of(w)),
                h -> h.midi().fine(),
                (h, v) -> h.withMidi(h.midi().withFine(v)));
        choice(
                "export-content",
                "MIDI has",
                "What goes as MIDI",
                List.of(Destination.Content.values()),
                Destination.Content::spoken,
                h -> h.midi().content(),
                (h, v) -> h.withMidi(h.midi().withContent(v)));
        check(
                "export-cable",
                "Never more than a MIDI cable carries",
                h -> h.midi().cable(),
                (h, v) -> h.withMidi(h.midi().withCable(v)));
        check(
                "export-lead-in",
                "Add a bar at the start that sets every value",
                h -> h.midi().leadIn(),
                (h, v) -> h.withMidi(h.midi().withLeadIn(v)));
        check(
                "export-tempo",
                "MIDI has the tempo",
                h -> h.midi().tempo(),
                (h, v) -> h.withMidi(h.midi().withTempo(v)));
        choice(
                "export-depth",
                "Samples",
                "How a sample of audio is written",
                List.of("16", "24", "32f"),
                w -> spoken(Depth.of(w)),
                h -> h.audio().bits(),
                (h, v) -> h.withAudio(h.audio().withBits(v)));
        choice(
                "export-rate",
                "Rate",
                "How many frames a second audio has",
                AudioOut.RATES,
                rate -> AudioScan.kilohertz(rate) + " kHz",
                h -> h.audio().rate(),
                (h, v) -> h.withAudio(h.audio().withRate(v)));
        check(
                "export-loop",
                "Audio of the loop only",
                h -> h.audio().loop(),
                (h, v) -> h.withAudio(h.audio().withLoop(v)));
        check(
                "export-lanes",
                "Audio with what the lanes say",
                h -> h.audio().lanes(),
                (h, v) -> h.withAudio(h.audio().withLanes(v)));
        choice(
                "export-picture",
                "Picture",
                "The format of pictures",
                List.of("pdf", "svg", "png"),
                w -> w.toUpperCase(Locale.ROOT),
                h -> h.picture().format(),
                (h, v) -> h.withPicture(new Destination.Picture(v, h.picture().light())));
        check(
                "export-light",
                "Pictures on a light ground",
                h -> h.picture().light(),
                (h, v) -> h.withPicture(new Destination.Picture(h.picture().format(), v)));
    }

    private static String spoken(Fineness fineness) {
        return switch (fineness) {
            case SEVEN -> "7-bit, 128 places";
            case FOURTEEN -> "14-bit, 16,384 places";
            case NRPN -> "NRPN, 16,384 places";
        };
    }

    private static String spoken(Depth depth) {
        return switch (depth) {
            case SIXTEEN -> "16 bit, dithered";
            case TWENTY_FOUR -> "24 bit";
            case FLOAT -> "32 bit float";
        };
    }

    private <T> void choice(
            String id,
            String label,
            String words,
            List<T> all,
            Function<T, String> spoken,
            Function<How, T> is,
            BiFunction<How, T, How> with) {
        ComboBox<T> box = new ComboBox<>();
        box.setId(id);
        box.setAccessibleText(words);
        box.setConverter(Parts.words(spoken));
        box.setMinWidth(Region.USE_PREF_SIZE);
        box.getItems().setAll(all);
        box.valueProperty().addListener((o, a, b) -> {
            if (!showing && b != null) {
                model.choose(with.apply(model.choices(), b));
            }
        });
        shows.add(() -> box.setValue(is.apply(model.choices())));
        getChildren().add(Parts.line(label, box));
    }

    private void check(String id, String words, Function<How, Boolean> is, BiFunction<How, Boolean, How> with) {
        CheckBox box = new CheckBox(words);
        box.setId(id);
        box.selectedProperty().addListener((o, a, b) -> {
            if (!showing) {
                model.choose(with.apply(model.choices(), b));
            }
        });
        shows.add(() -> box.setSelected(is.apply(model.choices())));
        getChildren().add(box);
    }

    /** As the destination has it now. */
    void show() {
        showing = true;
        shows.forEach(Runnable::run);
        showing = false;
    }
}
