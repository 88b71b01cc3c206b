package agogic.desk.catalog;

import agogic.core.assign.Assigning;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.expose.Exposing;
import agogic.core.expose.TakingBack;
import agogic.core.expose.WhyNot;
import agogic.core.parameter.Parameter;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.search.ParameterSearch;
import agogic.core.search.Query;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.desk.live.LiveDesk;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.model.View;
import agogic.desk.parts.Questions;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.Numbers;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/** What the Catalog shows and does: the search, the chosen device and parameters, and the acts on them. */
public final class CatalogModel {
    final Editing editing;
    final Notices notices;
    final Selection selection;
    final Frames frames;
    final Standing standing;
    final LiveDesk live;
    private final Questions questions;
    private final StringProperty typed = new SimpleStringProperty("");
    private final StringProperty device = new SimpleStringProperty();
    private final ObjectProperty<List<Target>> chosen = new SimpleObjectProperty<>(List.of());
    private final ObjectProperty<List<Target>> found = new SimpleObjectProperty<>(List.of());
    private ParameterSearch search;
    private boolean everywhere = true;

    CatalogModel(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Standing standing,
            LiveDesk live,
            Questions questions) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.frames = frames;
        this.standing = standing;
        this.live = live;
        this.questions = questions;
        device.set(
                editing.session().devices().isEmpty()
                        ? null
                        : editing.session().devices().get(0).id());
        typed.addListener((o, a, b) -> find());
        selection.touched().addListener((javafx.collections.ListChangeListener<Target>) change -> {
            if (typed.get().isBlank()) {
                find();
            }
        });
    }

    Session session() {
        return editing.session();
    }

    /** What is typed into the search. */
    StringProperty typedProperty() {
        return typed;
    }

    /** The id of the chosen device. */
    public StringProperty deviceProperty() {
        return device;
    }

    /** The device that is shown; it is one of the session. */
    public Device device() {
        return session().device(device.get());
    }

    /** The parameters that are chosen, those an act is done to. */
    public ObjectProperty<List<Target>> chosenProperty() {
        return chosen;
    }

    /** The parameters that are listed. */
    ObjectProperty<List<Target>> foundProperty() {
        return found;
    }

    /** How many parameters can be found. */
    public int size() {
        return search == null ? 0 : search.size();
    }

    /** Lists the parameters of all devices, or those of the chosen one only. */
    void searchEverywhere(boolean all) {
        everywhere = all;
        find();
    }

    /** The search made ready again after an edit. */
    void refresh() {
        // What was undone or removed elsewhere is let go.
        if (device.get() == null || !session().hasDevice(device.get())) {
            leave(device.get() == null ? List.of() : List.of(device.get()));
            if (device.get() == null && !session().devices().isEmpty()) {
                device.set(session().devices().get(0).id());
            }
        }
        search = ParameterSearch.of(session(), search);
        find();
    }

    private void find() {
        if (search == null) {
            search = ParameterSearch.of(session(), null);
        }
        int[] places = search.find(Query.of(typed.get()));
        List<Target> list = new ArrayList<>(places.length);
        boolean blank = typed.get().isBlank();
        if (blank) {
            // What was touched last comes first while nothing is asked for.
            selection.touched().stream().filter(t -> everywhere || mine(t)).forEach(list::add);
        }
        List<Target> first = List.copyOf(list);
        for (int place : places) {
            Target target = search.target(place);
            if ((everywhere || mine(target)) && !first.contains(target)) {
                list.add(target);
            }
        }
        found.set(list);
    }

    private boolean mine(Target target) {
        return target.device().equals(device.get());
    }

    /** Chooses one parameter and its device. */
    public void choose(Target target) {
        device.set(target.device());
        chosen.set(List.of(target));
    }

    /** These devices go: what is chosen of them is let go. */
    void leave(List<String> devices) {
        chosen.set(
                chosen.get().stream().filter(t -> !devices.contains(t.device())).toList());
        if (device.get() != null && devices.contains(device.get())) {
            device.set(session().devices().stream()
                    .map(Device::id)
                    .filter(d -> !devices.contains(d))
                    .findFirst()
                    .orElse(null));
        }
    }

    String name(Target target) {
        return TargetName.of(session(), target);
    }

    // Acts

    /** Gives each a socket; what finds none is wanted. */
    void expose(List<Target> targets, String what) {
        if (targets.isEmpty()) {
            notices.refuse("No parameter is chosen. Choose one in the list, in the sockets or on the face.");
            return;
        }
        Exposing.Outcome outcome = Exposing.expose(session(), targets);
        if (outcome.exposed() + outcome.wanted() > 0) {
            if (!editing.edit("Expose " + what, s -> Exposing.expose(s, targets).session())) {
                return;
            }
        }
        targets.stream().limit(1).forEach(selection::touch);
        notices.say(told(outcome, targets, what));
    }

    private Notice told(Exposing.Outcome outcome, List<Target> targets, String what) {
        Target first = targets.get(0);
        int socket = session().device(first.device()).socketOf(first.parameter());
        if (targets.size() == 1 && outcome.exposed() == 1) {
            return new Notice(
                    Notice.Kind.GOOD,
                    "Exposed",
                    name(first) + " took socket " + socket + ". Press L to give it a lane.",
                    List.of(new Notice.Act("Open lane", () -> lane(first))));
        }
        if (targets.size() == 1 && outcome.already() == 1) {
            return Notice.plain("Exposed", WhyNot.sentence(session(), first));
        }
        if (targets.size() == 1 && outcome.reserved() == 1) {
            return Notice.stop("Refused", WhyNot.sentence(session(), first));
        }
        String sentence = what + ": " + outcome.exposed() + " exposed"
                + (outcome.wanted() > 0 ? ", " + outcome.wanted() + " wanted, for which no socket is free" : "")
                + (outcome.already() > 0 ? ", " + outcome.already() + " were exposed before" : "")
                + (outcome.reserved() > 0 ? ", " + outcome.reserved() + " reserved and not touched" : "") + ".";
        boolean waiting = outcome.wanted() > 0;
        return new Notice(
                waiting ? Notice.Kind.WAIT : Notice.Kind.GOOD,
                waiting ? "Wanted" : "Exposed",
                sentence,
                waiting ? List.of(new Notice.Act("Make it fit", () -> fit(first.device()))) : List.of());
    }

    /** Shows the plan that makes a device fit. */
    public void fit(String deviceId) {
        selection.viewProperty().set(View.CATALOG);
        device.set(deviceId);
        selection.fittingProperty().set(null);
        selection.fittingProperty().set(deviceId);
    }

    /** Takes parameters back after telling all that goes. */
    void takeBack(List<Target> targets) {
        List<Target> mine = targets.stream()
                .filter(t -> exposure(t) == Exposure.EXPOSED || exposure(t) == Exposure.WANTED)
                .toList();
        if (mine.isEmpty()) {
            notices.refuse("Nothing chosen is exposed or wanted.");
            return;
        }
        notices.tried(() -> TakingBack.of(session(), mine)).ifPresent(taking -> takeBack(mine, taking));
    }

    private void takeBack(List<Target> mine, TakingBack taking) {
        String what = mine.size() == 1 ? name(mine.get(0)) : mine.size() + " parameters";
        boolean more = taking.points() > 0
                || !taking.rides().isEmpty()
                || !taking.routes().isEmpty()
                || !taking.others().isEmpty();
        if (more
                && !questions.sure(
                        "Take " + what + " back?", "With it goes " + taking.inWords(session()) + ".", "Take back")) {
            return;
        }
        String went = taking.inWords(session());
        if (editing.edit("Take back " + what, taking::apply)) {
            editing.did("Taken back", what + ": " + went + " went.");
        }
    }

    private Exposure exposure(Target target) {
        return session().device(target.device()).exposure(target.parameter());
    }

    /** Exposes a parameter if it is not, gives it a row of its own if it has none, and opens its lane. */
    void lane(Target target) {
        if (exposure(target) == Exposure.RESERVED) {
            notices.say(Notice.stop("Refused", WhyNot.sentence(session(), target)));
            return;
        }
        Route route = session().routes().stream()
                .filter(r -> r.target().equals(target))
                .findFirst()
                .orElse(null);
        if (route == null || exposure(target) == Exposure.HIDDEN) {
            Route fresh =
                    route == null ? Route.of(Assigning.freshId(session(), target), null, Span.FULL, target) : route;
            if (!editing.edit(
                    "Lane of " + session().parameter(target).name(),
                    s -> Exposing.expose(s, List.of(target)).session().with(fresh))) {
                return;
            }
            route = fresh;
        }
        selection.touch(target);
        selection.selectedProperty().set(route.id());
        selection.viewProperty().set(View.REFINE);
        boolean handless = route.hand().isEmpty();
        notices.say(Notice.good(
                "Lane",
                name(target)
                        + (handless
                                ? " has a lane. Draw points here, or move a control and press A to connect it."
                                : " is open.")));
    }

    void name(Target target, String shortName) {
        Parameter parameter = session().parameter(target);
        if (parameter.shortName().equals(shortName.strip())) {
            return;
        }
        if (Exposing.saysNothing(parameter.name()) && !shortName.isBlank()) {
            // A name that is only a number is replaced altogether.
            if (editing.edit("Name " + parameter.name(), s -> Exposing.rename(s, target, shortName))) {
                notices.say(Notice.good(
                        "Named", parameter.name() + " of " + device().name() + " is “" + shortName.strip() + "” now."));
            }
            return;
        }
        editing.edit("Name " + parameter.name(), s -> Exposing.name(s, target, shortName));
        if (session().parameter(target).shortName().equals(shortName.strip())) {
            notices.say(Notice.good(
                    "Named",
                    name(target)
                            + (shortName.isBlank() ? " has no short name." : " is “" + shortName.strip() + "” now.")));
        }
    }

    /** Gives a parameter, alone or with all that sit with it, another socket; tells first which exported numbers change. */
    void renumber(String deviceId, int from, int to) {
        edit(
                "Socket " + from + " to " + to,
                "Change the numbers?",
                "Renumber",
                s -> Exposing.renumber(s, deviceId, from, to));
    }

    /** Joins a parameter to a socket in use. */
    void join(Target target, int socket, Span span) {
        edit(
                "Join " + session().parameter(target).name() + " to socket " + socket,
                "Change the numbers?",
                "Join",
                s -> Exposing.join(s, target, socket, span));
    }

    void limit(String deviceId, int letters) {
        editing.edit(
                letters == 0 ? "Short names of any length" : "Short names of " + letters + " letters",
                s -> s.withDevice(s.device(deviceId).limitedTo(letters)));
    }

    /** An edit that may change the numbers under which sockets are exported: what changes is said before. */
    private void edit(String act, String question, String yes, UnaryOperator<Session> change) {
        Session after;
        try {
            after = change.apply(session());
        } catch (IllegalArgumentException e) {
            notices.refuse(e.getMessage());
            return;
        }
        Numbers before = Numbers.of(session(), Fineness.FOURTEEN);
        Numbers now = Numbers.of(after, Fineness.FOURTEEN);
        List<Numbers.Line> changed = now.changedSince(before);
        if (!changed.isEmpty() && !questions.sure(question, numbers(changed, now), yes)) {
            return;
        }
        if (editing.edit(act, change)) {
            notices.say(Notice.good(act, changed.isEmpty() ? "No exported number changed." : numbers(changed, now)));
        }
    }

    private String numbers(List<Numbers.Line> changed, Numbers now) {
        StringBuilder text = new StringBuilder("Exported numbers change: ");
        for (int i = 0; i < changed.size() && i < 4; i++) {
            Numbers.Line line = changed.get(i);
            String then = now.lines().stream()
                    .filter(l -> l.targets().equals(line.targets()))
                    .map(l -> l.number().address())
                    .findFirst()
                    .orElse("no number of its own");
            text.append(i == 0 ? "" : "; ")
                    .append(session().parameter(line.targets().get(0)).name())
                    .append(" from ")
                    .append(line.number().address())
                    .append(" to ")
                    .append(then);
        }
        return text.append(changed.size() > 4 ? "; and " + (changed.size() - 4) + " more." : ".")
                .toString();
    }
}
