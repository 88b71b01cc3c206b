package agogic.desk.catalog;

import agogic.core.parameter.Parameter;
import agogic.core.session.Session;
import agogic.core.template.Template;
import agogic.desk.parts.ReportList;
import agogic.desk.parts.Theme;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.Window;

/** Shows what a template would come to, and asks what is meant by the parameters that it does not find. */
final class TemplateDialog extends Dialog<Template.Use> {
    private static final String LEFT_OUT = "left out";

    private final Session session;
    private final BiFunction<Session, Template.Use, Template.Outcome> using;
    private final ReportList list = new ReportList("template-report", "What the template would do");
    private final CheckBox routes = new CheckBox("Connect its controls, too");
    private final Map<Template.Key, ComboBox<String>> choices = new HashMap<>();
    private final Map<Template.Key, List<Parameter>> candidates = new HashMap<>();

    private TemplateDialog(
            Session session,
            Template template,
            BiFunction<Session, Template.Use, Template.Outcome> using,
            Window owner) {
        this.session = session;
        this.using = using;
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle("Use the template of " + template.name());
        list.setPlaceholder(new Label("Nothing would change."));
        list.setPrefSize(640, 240);
        routes.setId("template-routes");
        routes.setSelected(true);
        routes.setOnAction(e -> show(how()));
        VBox box = new VBox(8, list);
        List<Template.Missing> missing =
                using.apply(session, new Template.Use(Map.of(), true)).missing();
        if (!missing.isEmpty()) {
            box.getChildren()
                    .addAll(
                            new Label("Not found on " + devices(missing) + ". What is meant by…"),
                            asked(template, missing));
        }
        Label hint = new Label("✓ will be done, ✕ cannot be. Points, values and all else here stay as they are.");
        hint.getStyleClass().add("quiet");
        box.getChildren().addAll(routes, hint);
        box.setPadding(new Insets(12));
        getDialogPane().setContent(box);
        ButtonType use = new ButtonType("Use it", ButtonBar.ButtonData.OK_DONE);
        getDialogPane().getButtonTypes().addAll(use, ButtonType.CANCEL);
        setResultConverter(button -> button == use ? how() : null);
        show(how());
    }

    private ScrollPane asked(Template template, List<Template.Missing> missing) {
        VBox rows = new VBox(4);
        for (Template.Missing one : missing) {
            List<Parameter> all = session.device(one.device()).parameters().stream()
                    .filter(p -> !p.reserved())
                    .sorted(Comparator.comparing(p -> !alike(p, one.entry())))
                    .toList();
            ComboBox<String> choice = new ComboBox<>();
            List<String> names = new ArrayList<>(List.of(LEFT_OUT));
            all.forEach(p -> names.add(p.name()));
            choice.getItems().setAll(names);
            choice.getSelectionModel().select(0);
            choice.setAccessibleText(
                    "Which parameter is meant by " + one.entry().name());
            choice.setId("template-choose-" + one.entry().parameter());
            choice.setOnAction(e -> show(how()));
            choices.put(one.key(), choice);
            candidates.put(one.key(), all);
            Label name = new Label(template.parts().get(one.part()).device() + " · "
                    + one.entry().name());
            name.setMinWidth(260);
            HBox row = new HBox(8, name, choice);
            row.setAlignment(Pos.CENTER_LEFT);
            rows.getChildren().add(row);
        }
        ScrollPane pane = new ScrollPane(rows);
        pane.setFitToWidth(true);
        pane.setPrefHeight(Math.min(150, 36 * missing.size() + 8));
        pane.setMinHeight(44);
        return pane;
    }

    private String devices(List<Template.Missing> missing) {
        return String.join(
                ", ",
                missing.stream()
                        .map(m -> session.device(m.device()).name())
                        .distinct()
                        .toList());
    }

    /** True if one of the two names holds the other: such come first. */
    private static boolean alike(Parameter parameter, Template.Entry entry) {
        String here = parameter.name().toLowerCase(Locale.ROOT);
        String there = entry.name().toLowerCase(Locale.ROOT);
        return here.contains(there) || there.contains(here);
    }

    private Template.Use how() {
        Map<Template.Key, String> chosen = new HashMap<>();
        choices.forEach((key, choice) -> {
            int n = choice.getSelectionModel().getSelectedIndex();
            if (n > 0) {
                chosen.put(key, candidates.get(key).get(n - 1).id());
            }
        });
        return new Template.Use(chosen, routes.isSelected());
    }

    private void show(Template.Use how) {
        Template.Outcome outcome = using.apply(session, how);
        setHeaderText(outcome.words());
        list.getItems()
                .setAll(outcome.lines().stream()
                        .map(line -> new ReportList.Line(line.done(), line.words()))
                        .toList());
    }

    /** Asks; empty if nothing is to be done. */
    static Optional<Template.Use> ask(
            Session session,
            Template template,
            BiFunction<Session, Template.Use, Template.Outcome> using,
            Window owner) {
        return new TemplateDialog(session, template, using, owner).showAndWait();
    }
}
