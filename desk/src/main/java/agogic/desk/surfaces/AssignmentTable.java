package agogic.desk.surfaces;

import agogic.core.assign.Assignment;
import agogic.core.assign.Overlap;
import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.trace.Trace;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.parts.Tip;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.collections.transformation.FilteredList;
import javafx.collections.transformation.SortedList;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What every control does: one line an assignment, sorted by any column, filtered by words. */
public final class AssignmentTable extends VBox {
    private static final List<String> SPARED = List.of("Message", "Takeover");
    private static final double ROOMY = 700;

    private final Editing editing;
    private final Selection selection;
    private final Frames frames;
    private final Standing standing;
    private final TableView<Assignment> table = new TableView<>();
    private final ObservableList<Assignment> all = FXCollections.observableArrayList();
    private final FilteredList<Assignment> filtered = new FilteredList<>(all);
    private final TextField filter = new TextField();
    private final Label count = new Label();
    private final Label none = new Label();
    private final ToggleButton everywhere = new ToggleButton("All surfaces");
    private String only;
    private final Map<String, String> overlaps = new HashMap<>();
    private int conflicts;
    private Session shown;
    private int waiting = 1;
    private boolean following;

    AssignmentTable(Editing editing, Selection selection, Frames frames, Standing standing, javafx.scene.Node... acts) {
        super(6);
        this.editing = editing;
        this.selection = selection;
        this.frames = frames;
        this.standing = standing;
        Label title = new Label("What every control does");
        title.getStyleClass().add("title");
        count.getStyleClass().add("quiet");
        count.setId("assignment-count");
        filter.setId("assignment-filter");
        filter.getStyleClass().addAll("field", "filter");
        filter.setPromptText("Filter (Ctrl+F)");
        filter.setPrefWidth(120);
        filter.setMinWidth(90);
        filter.setAccessibleText("Filter of the routes: words of a control, a page, a parameter, overlap");
        filter.textProperty().addListener((o, a, b) -> narrow());
        filter.setOnAction(e -> table.requestFocus());
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        everywhere.getStyleClass().addAll("pill", "chip");
        everywhere.setId("all-surfaces");
        everywhere.setMinWidth(USE_PREF_SIZE);
        everywhere.setOnAction(e -> {
            narrow();
            table.refresh();
        });
        title.setMinWidth(0);
        count.setMinWidth(0);
        for (javafx.scene.Node act : acts) {
            ((Region) act).setMinWidth(USE_PREF_SIZE);
        }
        HBox head = new HBox(10, title, count, gap, everywhere, filter);
        head.getChildren().addAll(acts);
        head.setAlignment(Pos.CENTER_LEFT);
        table.setId("assignments");
        table.getStyleClass().add("assignments");
        table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        none.getStyleClass().add("quiet");
        table.setPlaceholder(none);
        column("Control", 80, "hand-text", this::control);
        column("Message", 94, "quiet", a -> a.control().address().brief());
        column("Page", 66, "quiet", Assignment::pageName);
        column("Does", 214, "label", Assignment::does);
        column("From", 74, "figures", Assignment::from);
        column("To", 74, "figures", Assignment::to);
        column("Takeover", 118, "quiet", a -> a.route()
                .map(r -> waiting(frames, standing, r))
                .orElse(""));
        column("Overlap", 84, "ride-text", a -> overlaps.getOrDefault(key(a), ""));
        // Where there is little room the values matter more than the message.
        table.widthProperty().addListener((o, a, width) -> {
            for (TableColumn<Assignment, ?> column : table.getColumns()) {
                if (SPARED.contains(column.getText())) {
                    column.setVisible(width.doubleValue() >= ROOMY);
                }
            }
        });
        SortedList<Assignment> sorted = new SortedList<>(filtered);
        sorted.comparatorProperty().bind(table.comparatorProperty());
        table.setItems(sorted);
        table.setRowFactory(t -> new TableRow<>() {
            @Override
            protected void updateItem(Assignment one, boolean empty) {
                super.updateItem(one, empty);
                setAccessibleText(empty || one == null ? null : spoken(one));
            }
        });
        table.getSelectionModel().selectedItemProperty().addListener((o, a, b) -> {
            if (b != null && !following) {
                selection
                        .handProperty()
                        .set(new Hand(b.surface().id(), b.control().id()));
                b.route().ifPresent(r -> selection.selectedProperty().set(r.id()));
            }
        });
        VBox.setVgrow(table, Priority.ALWAYS);
        Here.on(table, place -> table.getSelectionModel().isEmpty() ? null : Subject.CONTROL);
        getChildren().addAll(head, table);
    }

    private void column(String head, double width, String style, Function<Assignment, String> text) {
        TableColumn<Assignment, String> column = new TableColumn<>(head);
        column.setCellValueFactory(c -> new ReadOnlyStringWrapper(text.apply(c.getValue())));
        column.setCellFactory(c -> new TableCell<>() {
            {
                getStyleClass().add(style);
            }

            @Override
            protected void updateItem(String words, boolean empty) {
                super.updateItem(words, empty);
                setText(empty ? null : words);
                Tip.on(this, empty || words == null ? "" : words);
            }
        });
        column.setPrefWidth(width);
        column.setId("column-" + head.toLowerCase(Locale.ROOT).replace(' ', '-'));
        table.getColumns().add(column);
    }

    private String control(Assignment one) {
        return everywhere.isSelected() && editing.session().surfaces().size() > 1
                ? one.surface().name() + " · " + one.control().name()
                : one.control().name();
    }

    /** Shows what the controls of this surface do, unless all are asked for. */
    public void of(String surface) {
        if (!Objects.equals(surface, only)) {
            only = surface;
            narrow();
        }
    }

    private static String key(Assignment one) {
        return one.route()
                .map(r -> r.id())
                .orElse(one.surface().id() + "/" + one.control().id() + "/" + one.does());
    }

    /** A line as it is read aloud. */
    public String spoken(Assignment one) {
        String overlap = overlaps.getOrDefault(key(one), "");
        return one.control().name() + ", " + one.control().address().spoken() + ", page " + one.pageName() + ": "
                + one.does()
                + (one.from().isEmpty() ? "" : ", from " + one.from() + " to " + one.to())
                + one.route().map(r -> ", " + waiting(frames, standing, r)).orElse("")
                + (overlap.isEmpty() ? "" : ", " + overlap);
    }

    /** How a route takes over, and what it waits for. */
    private static String waiting(Frames frames, Standing standing, Route route) {
        OptionalInt place = frames.playing().route(route.id());
        if (place.isEmpty() || frames.state().verdict(place.getAsInt()) != Verdict.WAITING) {
            return route.takeover().spoken();
        }
        double at = route.span().positionOf(standing.stands(route.target()));
        return "waits at " + Trace.percent(at);
    }

    /** Shows the session as it is now. */
    void refresh() {
        Session session = editing.session();
        if (session == shown) {
            return;
        }
        shown = session;
        overlaps.clear();
        conflicts = 0;
        for (Overlap overlap : Overlap.of(session)) {
            conflicts += overlap.kind().conflict() ? 1 : 0;
            String words =
                    switch (overlap.kind()) {
                        case TWO_HANDS -> "! two controls";
                        case SEVERAL -> overlap.routes().size() + " at a time";
                        case SAME_MESSAGE -> "! same message";
                        case WITH_MACRO -> "! with a macro";
                    };
            overlap.routes().forEach(r -> overlaps.merge(r.id(), words, (a, b) -> a.startsWith("!") ? a : b));
        }
        List<Assignment> now = Assignment.of(session);
        if (!now.equals(all)) {
            all.setAll(now);
        } else {
            table.refresh();
        }
        narrow();
        follow();
    }

    private void narrow() {
        List<String> words =
                List.of(filter.getText().strip().toLowerCase(Locale.ROOT).split("\\s+"));
        filtered.setPredicate(one -> {
            if (!everywhere.isSelected() && !one.surface().id().equals(only)) {
                return false;
            }
            String line = spoken(one).toLowerCase(Locale.ROOT) + " "
                    + one.surface().name().toLowerCase(Locale.ROOT)
                    + (overlaps.containsKey(key(one)) ? " overlap" : "");
            return words.stream().allMatch(line::contains);
        });
        none.setText(
                all.isEmpty()
                        ? "No control does anything yet. Choose a parameter in the Catalog, press M and move a control."
                        : filter.getText().isBlank()
                                ? "No control of this surface does anything yet: C connects the chosen one."
                                : "No route has all of these words. Esc in the filter shows all.");
        count.setText((filtered.size() < all.size() ? filtered.size() + " of " : "")
                + all.size()
                + (all.size() == 1 ? " route" : " routes")
                + (conflicts == 0 ? "" : " · " + conflicts + (conflicts == 1 ? " conflict" : " conflicts")));
    }

    /** Chooses the first line of the chosen control. */
    void follow() {
        Hand hand = selection.handProperty().get();
        Assignment now = table.getSelectionModel().getSelectedItem();
        if (hand == null || now != null && at(now, hand)) {
            return;
        }
        following = true;
        table.getSelectionModel().clearSelection();
        for (Assignment one : table.getItems()) {
            if (at(one, hand)) {
                table.getSelectionModel().select(one);
                table.scrollTo(one);
                break;
            }
        }
        following = false;
    }

    private static boolean at(Assignment one, Hand hand) {
        return one.surface().id().equals(hand.surface()) && one.control().id().equals(hand.control());
    }

    /** With every frame of the window: what waits for the hand is shown as it waits. */
    void frame() {
        Session session = frames.playing().session();
        int now = 1;
        for (int r = 0; r < session.routes().size(); r++) {
            if (frames.state().verdict(r) == Verdict.WAITING) {
                Route route = session.routes().get(r);
                double at = standing.stands(route.target());
                now = 31 * now + Objects.hash(r, Math.round(100 * route.span().positionOf(at)));
            }
        }
        if (now != waiting) {
            waiting = now;
            table.refresh();
        }
    }

    void typeFilter() {
        filter.requestFocus();
        filter.selectAll();
    }

    /** Esc in the filter: all lines are shown again; true if some were hidden. */
    boolean showAll() {
        boolean typed = filter.isFocused() && !filter.getText().isEmpty();
        if (typed) {
            filter.clear();
        }
        return typed;
    }
}
