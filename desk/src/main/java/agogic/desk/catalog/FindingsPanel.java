package agogic.desk.catalog;

import agogic.core.check.Finding;
import agogic.core.check.PortCheck;
import agogic.core.macro.Macro;
import agogic.core.session.Session;
import agogic.desk.live.MidiPorts;
import agogic.desk.live.PortState;
import agogic.desk.model.Beside;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.Guided;
import agogic.desk.parts.WordyCell;
import java.util.List;
import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What is wrong with the session, each finding with the act that mends it. Looked for beside the window. */
public final class FindingsPanel extends VBox {
    private final CatalogModel model;
    private final IntConsumer counted;
    private final ListView<Finding> list = new ListView<>();
    private final Beside beside = new Beside();
    private Session looked;
    private List<PortState> lookedPorts = List.of();

    FindingsPanel(CatalogModel model, IntConsumer counted) {
        super(8);
        this.model = model;
        this.counted = counted;
        list.setId("findings");
        list.getStyleClass().add("fit-steps");
        list.setAccessibleText("Findings");
        Guided.about(list, () -> about(list.getSelectionModel().getSelectedItem()));
        list.setPlaceholder(new Label("Nothing is wrong with this session."));
        list.setCellFactory(view -> new FindingCell());
        VBox.setVgrow(list, Priority.ALWAYS);
        getChildren().add(list);
    }

    /** Looks through the session as it is now, if it is another than the one looked through last. */
    public void show() {
        Session session = model.session();
        List<PortState> ports = model.live.ports().playedThrough();
        if (session == looked && ports.equals(lookedPorts)) {
            return;
        }
        looked = session;
        lookedPorts = ports;
        beside.latest(
                "agogic-check",
                () -> PortCheck.withAll(session, MidiPorts::inputs, MidiPorts::outputs),
                found -> {
                    list.getItems().setAll(found);
                    counted.accept(found.size());
                },
                why -> {
                    looked = null;
                    list.getItems().clear();
                    list.setPlaceholder(new Label("The session could not be looked through: " + why));
                });
    }

    /** Does the act of the chosen finding. */
    void mendChosen() {
        Finding finding = list.getSelectionModel().getSelectedItem();
        if (finding != null) {
            mend(finding);
        }
    }

    private void mend(Finding finding) {
        finding.target().filter(t -> !t.device().equals(Macro.DEVICE)).ifPresent(model::choose);
        if (finding.change().isPresent()) {
            model.editing.edit(finding.mend(), finding.change().get());
            model.notices.say(Notice.good("Mended", finding.sentence() + " " + finding.mend() + ": done."));
        } else if (finding.kind() == Finding.Kind.OVER_LIMIT) {
            model.fit(finding.device());
        } else {
            // Only a person can choose which; Surfaces shows them.
            model.selection.viewProperty().set(View.SURFACES);
        }
    }

    /** What a finding is, for its page of the guide; of none, nothing. */
    private static List<String> about(Finding finding) {
        return finding == null ? List.of() : List.of(finding.kind().name());
    }

    private final class FindingCell extends WordyCell<Finding> {
        private final Label kind = new Label();
        private final Label sentence = new Label();
        private final Button act = new Button();
        private final Hyperlink page = Guided.link(this, () -> about(getItem()));
        private final HBox box;

        FindingCell() {
            super(AccessibleRole.LIST_ITEM);
            kind.getStyleClass().addAll("quiet", "small");
            sentence.setWrapText(true);
            act.getStyleClass().addAll("pill", "act");
            act.setMinWidth(USE_PREF_SIZE);
            act.setFocusTraversable(false);
            act.setOnAction(e -> {
                if (getItem() != null) {
                    mend(getItem());
                }
            });
            VBox words = new VBox(1, kind, sentence);
            HBox.setHgrow(words, Priority.ALWAYS);
            box = new HBox(8, words, page, act);
            page.setFocusTraversable(false);
            page.setMinWidth(USE_PREF_SIZE);
            box.setAlignment(Pos.CENTER_LEFT);
        }

        @Override
        public Region show(Finding finding) {
            kind.setText(
                    finding.kind().grade().spoken() + " · " + finding.kind().spoken());
            sentence.setText(finding.sentence());
            act.setText(finding.mend());
            Guided.named(page, this, about(finding));
            return box;
        }

        @Override
        public String spoken(Finding finding) {
            return finding.kind().grade().spoken() + ", " + finding.kind().spoken() + ": " + finding.sentence()
                    + " Enter: " + finding.mend();
        }
    }
}
