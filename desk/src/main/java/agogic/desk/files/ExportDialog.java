package agogic.desk.files;

import agogic.core.lane.Lane;
import agogic.core.midi.Wire;
import agogic.core.session.LeftOut;
import agogic.desk.model.Editing;
import agogic.desk.parts.Theme;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.Numbers;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.VBox;
import javafx.stage.Window;

/** How fine a MIDI file is to be. */
public final class ExportDialog extends Dialog<MidiExport.How> {
    private static final int MOST_LEFT = 4;

    /** Asks how a MIDI file is to be written, before a window. */
    public ExportDialog(Editing editing, Window owner) {
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle("Export MIDI");
        long lanes = editing.session().lanes().stream().filter(Lane::plays).count();
        setHeaderText("The notes, the tempo, the sections and " + lanes + " lanes as controllers");
        ToggleGroup group = new ToggleGroup();
        VBox box = new VBox(8);
        box.setStyle("-fx-padding: 16;");
        for (Fineness fineness : Fineness.values()) {
            RadioButton button = new RadioButton(
                    switch (fineness) {
                        case SEVEN -> "7-bit: one controller a lane, 128 places";
                        case FOURTEEN -> "14-bit: two controllers a lane, 16,384 places";
                        case NRPN -> "NRPN: numbered parameters, 16,384 places";
                    });
            button.setToggleGroup(group);
            button.setUserData(fineness);
            button.setSelected(fineness == Fineness.FOURTEEN);
            button.setId("fine-" + fineness.word());
            box.getChildren().add(button);
        }
        CheckBox cable = new CheckBox("Never more than a MIDI cable carries (31,250 baud)");
        cable.setSelected(true);
        CheckBox leadIn = new CheckBox("Add a bar at the start that sets every value");
        leadIn.setId("lead-in");
        CheckBox finer = new CheckBox("Add fine controllers to what came in at 7 bits");
        finer.setId("finer");
        finer.setVisible(Numbers.of(editing.session(), Fineness.FOURTEEN).couldBeFiner() > 0);
        finer.setManaged(finer.isVisible());
        Label note = new Label("Afterwards the trace bar says how far the result is from the lanes.");
        note.getStyleClass().add("quiet");
        box.getChildren().addAll(cable, leadIn, finer, note);
        List<LeftOut> left = editing.session().leftOut();
        if (!left.isEmpty()) {
            Label missing = new Label("Not in this piece, as it was not brought in: "
                    + left.stream()
                            .limit(MOST_LEFT)
                            .map(one -> one.what() + " (" + one.count() + ")")
                            .collect(Collectors.joining(", "))
                    + (left.size() > MOST_LEFT ? " and " + (left.size() - MOST_LEFT) + " more kinds." : "."));
            missing.setId("left-out");
            missing.setWrapText(true);
            missing.setMaxWidth(460);
            missing.getStyleClass().add("quiet");
            box.getChildren().add(missing);
        }
        getDialogPane().setContent(box);
        ButtonType write = new ButtonType("Choose the file…", ButtonBar.ButtonData.OK_DONE);
        getDialogPane().getButtonTypes().addAll(write, ButtonType.CANCEL);
        setResultConverter(button -> button == write
                ? new MidiExport.How(
                        (Fineness) group.getSelectedToggle().getUserData(),
                        cable.isSelected() ? Optional.of(Wire.CABLE) : Optional.empty(),
                        leadIn.isSelected(),
                        finer.isSelected())
                : null);
    }
}
