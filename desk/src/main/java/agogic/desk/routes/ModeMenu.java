package agogic.desk.routes;

import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.desk.model.Editing;
import agogic.desk.model.Riding;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.ToggleGroup;

/** How a route writes, and where to. */
final class ModeMenu extends MenuButton {
    private final Editing editing;
    private final Riding riding;
    private final Supplier<Route> shown;
    private final CheckMenuItem pinned = new CheckMenuItem("Stay in this mode after a pass");
    private final CheckMenuItem rehearse = new CheckMenuItem("Rehearse: hear it, write it when I say so");
    private final ToggleGroup modes = new ToggleGroup();
    private final List<RadioMenuItem> intos = new ArrayList<>();

    /** @param shown the route of the row */
    ModeMenu(Editing editing, Riding riding, Supplier<Route> shown) {
        this.editing = editing;
        this.riding = riding;
        this.shown = shown;
        getStyleClass().add("mode");
        setFocusTraversable(false);
        for (WriteMode one : WriteMode.values()) {
            RadioMenuItem item = new RadioMenuItem(one.spoken());
            item.setToggleGroup(modes);
            item.setUserData(one);
            item.setOnAction(e -> riding.mode(current(), one));
            getItems().add(item);
        }
        pinned.setOnAction(e -> {
            boolean pin = pinned.isSelected();
            String id = shown.get().id();
            editing.edit(
                    pin ? "Pin the mode" : "Unpin the mode",
                    s -> s.with(s.route(id).pinned(pin)));
        });
        rehearse.setOnAction(e -> riding.rehearse(current(), rehearse.isSelected()));
        getItems().addAll(new SeparatorMenuItem(), pinned, rehearse, new SeparatorMenuItem());
        ToggleGroup places = new ToggleGroup();
        for (Into into : List.of(Into.TIMELINE, new Into(false, true), new Into(true, false), new Into(true, true))) {
            RadioMenuItem item = new RadioMenuItem("Write to " + into.spoken());
            item.setToggleGroup(places);
            item.setUserData(into);
            item.setOnAction(e -> riding.into(current(), into));
            intos.add(item);
            getItems().add(item);
        }
    }

    private Route current() {
        return editing.session().route(shown.get().id());
    }

    /** True if it says already how this route writes. */
    boolean shows(Route now) {
        return riding.modeOf(now) == getUserData();
    }

    /** Says how a route of this session writes. */
    void show(Session session, Route route) {
        WriteMode writes = riding.modeOf(route);
        boolean guarded = session.lane(route.target()).guarded();
        setUserData(writes);
        setText((guarded ? "Protected" : writes.spoken())
                + into(route.into())
                + (route.pinned() ? " · pinned" : "")
                + (route.rehearse() ? " · rehearse" : ""));
        intos.forEach(item -> item.setSelected(item.getUserData().equals(route.into())));
        // Looking for the styles of a thing anew takes long: only where they change.
        if (writes.writes() != getStyleClass().contains("writes")) {
            if (writes.writes()) {
                getStyleClass().add("writes");
            } else {
                getStyleClass().remove("writes");
            }
        }
        setAccessibleText("Write mode of " + session.parameter(route.target()).name() + ": " + writes.spoken() + ", to "
                + route.into().spoken() + (guarded ? ", protected" : ""));
        pinned.setSelected(route.pinned());
        rehearse.setSelected(route.rehearse());
        modes.getToggles().forEach(t -> t.setSelected(t.getUserData() == route.mode()));
    }

    /** Where it is written, if not simply to the timeline. */
    private static String into(Into into) {
        return (into.offset() ? " ±" : "") + (into.clip() ? " clip" : "");
    }
}
