package agogic.desk.model;

import agogic.core.assign.Assigning;
import agogic.core.macro.Macro;
import agogic.core.play.LiveState;
import agogic.core.play.Verdict;
import agogic.core.record.Punch;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.TargetName;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.trace.Mend;
import agogic.core.trace.Trace;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The acts that mend a stop: what the trace bar offers. */
public final class Mending {
    /** After these what was done can be written afterwards. */
    private static final Set<Verdict> LOOSE =
            EnumSet.of(Verdict.HEARD_IN_READ, Verdict.READ, Verdict.NOT_PLAYING, Verdict.WAITING, Verdict.NO_ROUTE);

    private final Desk desk;

    Mending(Desk desk) {
        this.desk = desk;
    }

    /** What is said of a trace, with the acts that mend it. */
    public Notice notice(Trace trace) {
        Notice.Kind kind =
                switch (trace.verdict()) {
                    case WRITTEN -> Notice.Kind.GOOD;
                    case WAITING, LEAD_IN, REHEARSED, HEARD_IN_READ -> Notice.Kind.WAIT;
                    case NONE, TOUCHED -> Notice.Kind.PLAIN;
                    default -> Notice.Kind.STOP;
                };
        List<Notice.Act> acts = new ArrayList<>();
        trace.act().ifPresent(act -> acts.add(new Notice.Act(spoken(trace), () -> of(trace))));
        trace.route().ifPresent(route -> {
            if (!route.id().equals(desk.selection().selectedProperty().get())) {
                acts.add(new Notice.Act("Show route", () -> {
                    desk.selection().viewProperty().set(View.ROUTES);
                    desk.selection().selectedProperty().set(route.id());
                }));
            }
        });
        if (LOOSE.contains(trace.verdict())) {
            Optional<Hand> hand = trace.hand().or(() -> trace.route().flatMap(Route::hand));
            hand.ifPresent(h -> acts.add(new Notice.Act(
                    "Write what I just played",
                    () -> Afterwards.newest(
                            desk.editing(), desk.notices(), desk.selection(), desk.frames(), desk.live(), h))));
        }
        return new Notice(kind, trace.head(), trace.sentence(), List.copyOf(acts));
    }

    /** Does what a trace offers; its sentence is gone afterwards, with its button. */
    public void of(Trace trace) {
        Notice before = desk.notices().lastProperty().get();
        String did = spoken(trace);
        mend(trace);
        if (desk.notices().lastProperty().get() == before) {
            desk.notices()
                    .say(Notice.good(
                            "Done",
                            did
                                    + trace.route()
                                            .map(r -> ": "
                                                    + TargetName.of(
                                                            desk.editing().session(), r.target()))
                                            .orElse("")
                                    + "."));
        }
    }

    private void mend(Trace trace) {
        Route route = trace.route().orElse(null);
        Hand hand = trace.hand().orElse(null);
        switch (trace.act().orElseThrow()) {
            case PUT_IN_TOUCH -> {
                desk.riding().mode(route, WriteMode.TOUCH);
                desk.notices()
                        .say(Notice.good(
                                "Touch",
                                desk.editing()
                                                .session()
                                                .parameter(route.target())
                                                .name() + " is in Touch: play, and move it again."));
            }
            case PLAY -> desk.riding().play();
            case RIDE -> desk.riding().ride();
                // This time only: the next touch has to meet the value again.
            case TAKE_OVER_NOW -> desk.live().engine().takeOver(route.id());
            case WRITE_REHEARSAL -> desk.passes().writeRehearsal();
            case CONNECT -> connectLastMoved();
            case MOVE_LEADER -> moveLeader(route.target());
            case SHOW_SOCKETS -> desk.selection().show(route.target());
            case TURN_PAGE -> turn(hand);
            case MAKE_CONTROL -> makeControl(hand);
            case ADD_MEMBERS -> desk.selection().showMacro(route.target().parameter());
            case PUNCH_OFF -> {
                while (desk.riding().punchProperty().get() != Punch.OFF) {
                    desk.riding().nextPunch();
                }
            }
            case LOOK_AGAIN -> {
                desk.live().ports().again();
                desk.notices().say(Notice.wait("Looking", "The ports are looked for again."));
            }
            default -> edit(trace);
        }
    }

    private void moveLeader(Target target) {
        Optional<Macro> macro = desk.editing().session().macroOf(target);
        if (macro.isPresent()) {
            desk.selection().showMacro(macro.get().id());
        } else {
            desk.selection()
                    .show(desk.editing()
                            .session()
                            .device(target.device())
                            .leaderOf(target.parameter())
                            .map(p -> new Target(target.device(), p))
                            .orElse(target));
        }
    }

    private void turn(Hand hand) {
        Surface surface = desk.editing().session().surface(hand.surface());
        desk.live().engine().turn(desk.editing().session().surfaces().indexOf(surface), hand.page());
        desk.notices().say(Notice.good("Page", surface.name() + " is on page " + surface.pageName(hand.page()) + "."));
    }

    private void edit(Trace trace) {
        Mend mend = Mend.of(desk.editing().session(), trace).orElseThrow();
        if (!desk.editing().edit(mend.words(), mend.edit())) {
            return;
        }
        if (trace.act().orElseThrow() == Trace.Act.ANY_CHANNEL) {
            String name = desk.editing().session().controlName(trace.hand().orElseThrow());
            desk.notices().say(Notice.good("Any channel", name + " is heard on every channel now."));
        } else {
            // The old sentence is gone at once, with its button.
            desk.notices().say(Notice.good("Done", mend.words() + ". Move it again."));
        }
    }

    /** Walks the surface whose control is unknown: the next move of it makes it one. */
    private void makeControl(Hand hand) {
        LiveState.LastEvent event = desk.frames().state().lastEvent();
        String surface = hand != null
                ? hand.surface()
                : desk.editing().session().surfaces().get(event.surface()).id();
        desk.selection().viewProperty().set(View.SURFACES);
        desk.learner().walk(surface);
    }

    /** Connects the control that moved last to the parameter of the selected route. */
    private void connectLastMoved() {
        LiveState.LastEvent event = desk.frames().state().lastEvent();
        Route route = desk.selection().selectedRoute().orElse(null);
        if (event == null || event.control() < 0 || route == null) {
            desk.notices().refuse("Select a route first, then move the control that is to move it.");
            return;
        }
        Surface surface = desk.frames().playing().session().surfaces().get(event.surface());
        Control control = surface.controls().get(event.control());
        int page = surface.pages().size() > 1 ? desk.frames().playing().page(surface.id()) : 0;
        Hand hand = new Hand(surface.id(), control.id(), page);
        Optional<String> clash = Assigning.clash(desk.editing().session(), hand, route.target());
        if (clash.isEmpty()) {
            connect(hand, route, Assigning.How.ADD);
            return;
        }
        // Both stand to reason: the person says which.
        desk.notices()
                .say(new Notice(
                        Notice.Kind.WAIT,
                        "Add or replace",
                        clash.get(),
                        List.of(
                                new Notice.Act("Add " + control.name(), () -> connect(hand, route, Assigning.How.ADD)),
                                new Notice.Act("Replace", () -> connect(hand, route, Assigning.How.TAKE_OVER)))));
    }

    private void connect(Hand hand, Route route, Assigning.How how) {
        String control = desk.editing().session().controlName(hand);
        String name = desk.editing().session().parameter(route.target()).name();
        if (!desk.editing().edit(control + " to " + name, s -> Assigning.connect(s, hand, route.target(), how))) {
            return;
        }
        String others = Assigning.othersOfTarget(desk.editing().session(), hand, route.target()).stream()
                .map(r -> desk.editing().session().controlName(r.hand().orElseThrow()))
                .distinct()
                .collect(Collectors.joining(", "));
        desk.notices()
                .say(Notice.good(
                        "Connected",
                        desk.editing().session().wholeControlName(hand) + " moves " + name + " now"
                                + (others.isEmpty() ? "." : ", as " + others + " does.")));
    }

    /** What a trace offers, in words: of connecting, to what. */
    private String spoken(Trace trace) {
        Trace.Act act = trace.act().orElseThrow();
        return act != Trace.Act.CONNECT
                ? act.spoken()
                : desk.selection()
                        .selectedRoute()
                        .map(r -> "Connect it to "
                                + desk.editing().session().parameter(r.target()).name())
                        .orElse(act.spoken());
    }
}
