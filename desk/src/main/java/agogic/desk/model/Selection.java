package agogic.desk.model;

import agogic.core.assign.Assigning;
import agogic.core.macro.Macro;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Track;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/** What is selected, shown and was touched last. */
public final class Selection {
    private static final int TOUCHED = 8;

    private final Editing editing;
    private final ObjectProperty<String> selected = new SimpleObjectProperty<>();
    private final ObjectProperty<View> view = new SimpleObjectProperty<>(View.ROUTES);
    private final BooleanProperty drawer = new SimpleBooleanProperty(true);
    private final Map<View, Boolean> drawers = new EnumMap<>(View.class);
    private final BooleanProperty sets = new SimpleBooleanProperty(false);
    private final BooleanProperty light = new SimpleBooleanProperty(false);
    private final ObservableList<Target> touched = FXCollections.observableArrayList();
    private final ObjectProperty<Target> shown = new SimpleObjectProperty<>();
    private final ObjectProperty<String> fitting = new SimpleObjectProperty<>();
    private final ObjectProperty<Hand> hand = new SimpleObjectProperty<>();
    private final ObjectProperty<String> macro = new SimpleObjectProperty<>();
    private final ObjectProperty<String> clip = new SimpleObjectProperty<>();
    private LanePlace place;
    private double beat = Double.NaN;
    private String track;
    private boolean menu;
    /** The route and the control under the pointer, if it moved last; null for none. */
    private String pointedRoute;

    private Hand pointedHand;

    Selection(Editing editing) {
        this.editing = editing;
        editing.session().routes().stream().findFirst().ifPresent(r -> selected.set(r.id()));
        editing.sessionProperty().addListener((o, a, now) -> touched.removeIf(t -> !now.has(t)));
        view.addListener((o, left, come) -> {
            // Each view keeps whether its drawer is open; only the rows begin with it.
            drawers.put(left, drawer.get());
            drawer.set(drawers.getOrDefault(come, come == View.ROUTES));
        });
    }

    /** The id of the selected route, null if there is none. */
    public ObjectProperty<String> selectedProperty() {
        return selected;
    }

    /** The route that is chosen, if it is still there. */
    public Optional<Route> selectedRoute() {
        String id = selected.get();
        return editing.session().routes().stream()
                .filter(r -> r.id().equals(id))
                .findFirst();
    }

    /** The pointer is on the row of a route, or, null, on none; a key that walks lets go of it, too. */
    public void pointRoute(String id) {
        pointedRoute = id;
    }

    /** The pointer is on a drawn control, or, null, on none. */
    public void pointHand(Hand control) {
        pointedHand = control;
    }

    /** What is pointed at is what a key acts on, else what is selected: selects the route pointed at. */
    public Optional<Route> actedRoute() {
        boolean pointed = view.get() == View.ROUTES
                && pointedRoute != null
                && editing.session().placeOfRoute(pointedRoute) >= 0;
        if (pointed) {
            selected.set(pointedRoute);
        }
        return selectedRoute();
    }

    /** The same of controls in Surfaces: chooses the one pointed at. */
    public void actOnPointedHand() {
        boolean pointed = pointedHand != null
                && editing.session().has(pointedHand)
                && (hand.get() == null || !hand.get().sameControl(pointedHand));
        if (view.get() == View.SURFACES && pointed) {
            hand.set(pointedHand);
        }
    }

    /** The view that is shown. */
    public ObjectProperty<View> viewProperty() {
        return view;
    }

    /** True while the drawer is open. */
    public BooleanProperty drawerProperty() {
        return drawer;
    }

    /** True while the snapshots are shown. */
    public BooleanProperty setsProperty() {
        return sets;
    }

    /** True if the window is light, false if it is dark. */
    public BooleanProperty lightProperty() {
        return light;
    }

    /** The parameters touched last, newest first, eight at most. */
    public ObservableList<Target> touched() {
        return touched;
    }

    /** The parameter the Catalog shows. */
    public ObjectProperty<Target> shownProperty() {
        return shown;
    }

    /** The id of the device that somebody asks to be made to fit; set again for each time. */
    public ObjectProperty<String> fittingProperty() {
        return fitting;
    }

    /** The control that Surfaces shows, on all pages; null if none is chosen. */
    public ObjectProperty<Hand> handProperty() {
        return hand;
    }

    /** The id of the macro that Surfaces shows, null if none is chosen. */
    public ObjectProperty<String> macroProperty() {
        return macro;
    }

    /** The id of the clip that was chosen, null if none was. */
    public ObjectProperty<String> clipProperty() {
        return clip;
    }

    /** The place in an envelope that is pointed at. */
    public Optional<LanePlace> place() {
        return Optional.ofNullable(place);
    }

    /** Somebody points at a place, or, null, at none; while a menu is open, at the one that it is about. */
    public void place(LanePlace pointed) {
        if (!menu) {
            place = pointed;
        }
    }

    /** A menu of what is pointed at is opened, or gone: until then it is about the same. */
    public void menu(boolean open) {
        menu = open;
        if (!open) {
            place = null;
            beat = Double.NaN;
            track = null;
        }
    }

    /** A menu is about to be opened at this beat. */
    public void pointBeat(double at) {
        beat = at;
    }

    /** The beat that the open menu is about; NaN for none. */
    public double pointedBeat() {
        return beat;
    }

    /** A menu is about to be opened on this track. */
    public void pointTrack(String id) {
        track = id;
    }

    /** The track that the open menu is about, else that of the selected route. */
    public Optional<Track> actedTrack() {
        return track == null
                ? selectedRoute()
                        .flatMap(r -> editing.session().trackOf(r.target().device()))
                : editing.session().tracks().stream()
                        .filter(t -> t.id().equals(track))
                        .findFirst();
    }

    /** Puts a parameter first among those touched last; macros are not among them. */
    public void touch(Target target) {
        boolean macro = target.device().equals(Macro.DEVICE);
        if (!macro && (touched.isEmpty() || !touched.get(0).equals(target))) {
            touched.remove(target);
            touched.add(0, target);
            while (touched.size() > TOUCHED) {
                touched.remove(touched.size() - 1);
            }
        }
    }

    /** Shows a parameter in the Catalog. */
    public void show(Target target) {
        view.set(View.CATALOG);
        shown.set(target);
    }

    /** Opens the lane of what is moved in Refine; where no route leads to it, it gets one without a control. */
    public void openLane(Target target) {
        if (editing.session().routes().stream().noneMatch(r -> r.target().equals(target))) {
            String id = Assigning.freshId(editing.session(), target);
            editing.edit(
                    "Lane of " + editing.session().parameter(target).name(),
                    s -> s.with(Route.of(id, null, Span.FULL, target)));
        }
        editing.session().routes().stream()
                .filter(r -> r.target().equals(target))
                .findFirst()
                .ifPresent(r -> selected.set(r.id()));
        view.set(View.REFINE);
    }

    /** Shows a macro in Surfaces. */
    public void showMacro(String id) {
        view.set(View.SURFACES);
        macro.set(null);
        macro.set(id);
    }
}
