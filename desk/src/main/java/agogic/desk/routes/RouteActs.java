package agogic.desk.routes;

import agogic.core.lane.Lane;
import agogic.core.session.Points;
import agogic.desk.acts.Act;
import agogic.desk.model.Editing;
import agogic.desk.model.LanePlace;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.View;
import agogic.desk.parts.SegmentShapes;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;

/** What can be done in Routes, on the view that is made when it is first shown. */
public final class RouteActs {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Riding riding;
    private final Supplier<RoutesView> view;
    private final Consumer<String> findAudio;

    /**
     * Those of the table.
     *
     * @param findAudio asks where the audio file with an id is
     */
    public RouteActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Riding riding,
            Supplier<RoutesView> view,
            Consumer<String> findAudio) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.riding = riding;
        this.view = view;
        this.findAudio = findAudio;
    }

    /** All of them. */
    public List<Act> all() {
        List<Act> all = new ArrayList<>();
        all.add(act(
                "row-add-point",
                "Add a point here",
                "A point at the place pointed at, else at the playhead of the selected route",
                "N",
                this::add));
        all.add(point("row-delete-point", "Delete this point", "The point pointed at goes", "Delete", place -> {
            String gone = LanePlace.spoken(
                    editing.session(), place.target(), editing.session().lane(place.target()), place.point());
            if (editing.edit("Delete a point", s -> Points.delete(s, place.target(), place.point()))) {
                editing.did("Deleted", gone + ".");
            }
            selection.place(null);
        }));
        for (SegmentShapes way : SegmentShapes.ALL) {
            all.add(point(
                    "row-way-" + way.id(),
                    way.title(),
                    "How the value goes on from the point pointed at",
                    way.key(),
                    place -> way.from(editing, place.target(), place.point())));
        }
        all.add(act(
                "filter-rows", "Filter the rows", "Words of track, device, control or mode", "Ctrl+F", () -> view.get()
                        .typeFilter()));
        all.add(act("row-height", "Next row height", "Small, medium or large rows", "V", () -> view.get()
                .nextHeight()));
        all.addAll(new ClipActs(
                        editing,
                        notices,
                        selection,
                        riding,
                        () -> view.get().getScene().getWindow(),
                        findAudio)
                .all());
        return all;
    }

    private static Act act(String id, String words, String about, String key, Runnable run) {
        return Act.of(id, words, about, key, run).in(View.ROUTES);
    }

    /** An act on a point that somebody points at. */
    private Act point(String id, String words, String about, String key, Consumer<LanePlace> run) {
        return act(id, words, about, key, () -> selection.place().ifPresent(run))
                .when(() -> selection.place().filter(p -> p.point() >= 0).isPresent())
                .unless(() -> selection.place().filter(p -> p.point() >= 0).isPresent()
                        ? ""
                        : "point at a point of a row first");
    }

    private void add(LanePlace place) {
        if (!editing.edit("Add a point", s -> Points.add(s, place.target(), place.time(), place.value()))) {
            return;
        }
        Lane lane = editing.session().lane(place.target());
        int point = lane.envelope().lastAtOrBefore(place.time() + Points.SAME);
        if (point >= 0) {
            editing.did("Added", LanePlace.spoken(editing.session(), place.target(), lane, point) + ".");
        }
    }

    private void add() {
        selection
                .place()
                .or(() -> selection
                        .selectedRoute()
                        .map(r -> LanePlace.of(editing.session(), r.target(), riding.positionBeat())))
                .ifPresentOrElse(this::add, () -> notices.refuse("Select a route first: there is no lane here."));
    }
}
