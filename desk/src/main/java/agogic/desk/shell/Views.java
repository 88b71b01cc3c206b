package agogic.desk.shell;

import agogic.desk.acts.Act;
import agogic.desk.acts.ActParts;
import agogic.desk.acts.Acts;
import agogic.desk.catalog.CatalogActs;
import agogic.desk.catalog.CatalogView;
import agogic.desk.catalog.ChainActs;
import agogic.desk.catalog.TemplateActs;
import agogic.desk.export.ExportActs;
import agogic.desk.export.ExportView;
import agogic.desk.files.Files;
import agogic.desk.model.Desk;
import agogic.desk.model.TimeWindow;
import agogic.desk.model.View;
import agogic.desk.parts.Questions;
import agogic.desk.refine.RefineActs;
import agogic.desk.refine.RefineView;
import agogic.desk.routes.RouteActs;
import agogic.desk.routes.RoutesView;
import agogic.desk.surfaces.SurfacesActs;
import agogic.desk.surfaces.SurfacesView;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Rectangle;
import javafx.stage.Window;

/** The five views, each made when it is first shown. */
final class Views extends StackPane {
    private final Desk desk;
    private final Files files;
    private final Supplier<Window> window;
    private final Map<View, Node> made = new EnumMap<>(View.class);
    private final Map<View, Supplier<Node>> making = new EnumMap<>(View.class);
    private final SurfacesActs surfacesActs;
    private final ExportActs exportActs;
    private Acts acts;

    Views(Desk desk, Files files, Supplier<Window> window) {
        this.desk = desk;
        this.files = files;
        this.window = window;
        surfacesActs = new SurfacesActs(
                desk.editing(),
                desk.notices(),
                desk.selection(),
                desk.frames(),
                desk.standing(),
                desk.learner(),
                files,
                window,
                this::surfaces);
        making.put(
                View.ROUTES, () -> new RoutesView(desk, () -> files.entrance().bringIn()));
        making.put(
                View.CATALOG,
                () -> new CatalogView(
                        desk.editing(),
                        desk.notices(),
                        desk.selection(),
                        desk.frames(),
                        desk.standing(),
                        desk.live(),
                        Questions.over(window)));
        making.put(View.SURFACES, () -> new SurfacesView(desk, surfacesActs));
        making.put(
                View.REFINE,
                () -> new RefineView(
                        desk.editing(),
                        desk.notices(),
                        desk.selection(),
                        desk.frames(),
                        desk.riding(),
                        desk.audio(),
                        desk.loudness()));
        exportActs = new ExportActs(
                desk.editing(), desk.notices(), desk.selection(), files, () -> (ExportView) of(View.EXPORT), window);
        making.put(View.EXPORT, exportActs::view);
        setMinHeight(0);
        // Where drawers leave little room nothing of a view lies over them.
        Rectangle room = new Rectangle();
        room.widthProperty().bind(widthProperty());
        room.heightProperty().bind(heightProperty());
        setClip(room);
    }

    /** What can be done in the views. */
    List<Act> acts() {
        List<Act> all = new ArrayList<>(new RouteActs(
                        desk.editing(),
                        desk.notices(),
                        desk.selection(),
                        desk.riding(),
                        this::routes,
                        files.additions()::findAudio)
                .all());
        all.addAll(
                new CatalogActs(desk.editing(), desk.notices(), desk.selection(), desk.learner(), this::catalog).all());
        all.addAll(new ChainActs(desk.editing(), desk.notices(), desk.selection(), window, this::catalog).all());
        all.addAll(new TemplateActs(desk.editing(), desk.notices(), files, window, this::catalog).all());
        all.addAll(surfacesActs.all());
        all.addAll(RefineActs.of(this::refine));
        all.addAll(exportActs.all());
        return all;
    }

    /** Shows the view that is chosen, and from now on whichever is. */
    void show(Acts table) {
        acts = table;
        of(desk.selection().viewProperty().get());
        desk.selection().viewProperty().addListener((o, was, is) -> {
            of(is);
            letGo();
        });
    }

    /** What has the focus goes with its view: the keys are the window's then, not those of whatever comes first. */
    private void letGo() {
        Node owner = getScene() == null ? null : getScene().getFocusOwner();
        for (Node node = owner; node != null; node = node.getParent()) {
            if (node.getParent() == this && !node.isVisible()) {
                getScene().getRoot().requestFocus();
            }
        }
    }

    private Node of(View view) {
        Node there = made.get(view);
        if (there != null) {
            return there;
        }
        Node node = making.get(view).get();
        made.put(view, node);
        ActParts.dress(node, acts);
        node.visibleProperty().bind(desk.selection().viewProperty().isEqualTo(view));
        node.managedProperty().bind(node.visibleProperty());
        getChildren().add(node);
        return node;
    }

    RoutesView routes() {
        return (RoutesView) of(View.ROUTES);
    }

    CatalogView catalog() {
        return (CatalogView) of(View.CATALOG);
    }

    SurfacesView surfaces() {
        return (SurfacesView) of(View.SURFACES);
    }

    RefineView refine() {
        return (RefineView) of(View.REFINE);
    }

    /** The bars that are seen: {@code bars 27 to 33 of 48}. */
    String shownBars() {
        TimeWindow seen = desk.selection().viewProperty().get() == View.REFINE ? refine().time() : desk.time();
        var metre = desk.editing().timeline().metre();
        int first = metre.barAt(Math.max(0, seen.from()) + 1e-6);
        int last = metre.barAt(Math.max(0, seen.to() - 1e-6));
        int all = metre.barAt(desk.editing().session().length() - 1e-6);
        return (first >= last ? "bar " + first : "bars " + first + " to " + Math.min(last, all)) + " of " + all;
    }

    /** Shows all again where something is filtered; true if something was. */
    boolean showAll() {
        return switch (desk.selection().viewProperty().get()) {
            case CATALOG -> catalog().showAll();
            case SURFACES -> surfaces().showAll();
            case EXPORT -> false;
            default -> routes().showAll();
        };
    }
}
