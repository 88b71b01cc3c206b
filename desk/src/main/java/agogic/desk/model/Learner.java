package agogic.desk.model;

import agogic.core.assign.Assigning;
import agogic.core.learn.HeardControl;
import agogic.core.learn.Learning;
import agogic.core.learn.Recognised;
import agogic.core.play.Playing;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.surface.Surface;
import agogic.desk.live.LiveDesk;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/**
 * A learn under way in the window: hands what the ports hear to it, says in the trace bar what it took a control for, and
 * makes one step of it at the end.
 */
public final class Learner {
    private final Editing editing;
    private final Selection selection;
    private final LiveDesk live;
    private final Notices notices;
    private final Supplier<Playing> playing;
    private final ReadOnlyObjectWrapper<Learning> learning = new ReadOnlyObjectWrapper<>();
    private String said = "";
    private long lost;
    private int taken;
    private String adding;
    private boolean adopting;

    Learner(Editing editing, Selection selection, LiveDesk live, Notices notices, Supplier<Playing> playing) {
        this.editing = editing;
        this.selection = selection;
        this.live = live;
        this.notices = notices;
        this.playing = playing;
        editing.sessionProperty().addListener((o, a, b) -> {
            if (on() && !adopting) {
                end();
                notices.say(Notice.stop("Learning stopped", "The session was changed. What was learnt was not kept."));
            }
        });
    }

    /** What is being learnt, null if nothing is. */
    public ReadOnlyObjectProperty<Learning> learningProperty() {
        return learning.getReadOnlyProperty();
    }

    /** True while controls are learnt. */
    public boolean on() {
        return learning.get() != null;
    }

    /** Ties each of these to the control that is moved next. */
    public void begin(List<Target> targets) {
        cancelled();
        try {
            begin(Learning.of(editing.session(), targets, playing.get().live()::page));
        } catch (IllegalArgumentException e) {
            notices.refuse(e.getMessage());
        }
    }

    /** Finds out what controls a surface has. */
    public void walk(String surface) {
        cancelled();
        begin(Learning.walk(editing.session(), surface));
    }

    /** Finds out anew how a control speaks. */
    public void again(Hand control) {
        cancelled();
        begin(Learning.again(editing.session(), control));
    }

    /** Adds a surface at a port and walks its controls: one step, undone as one. */
    public void walkNew(Surface surface) {
        cancelled();
        adding = "Add " + surface.name();
        editing.editOn(adding, List.of("walk", adding), s -> s.with(surface));
        begin(Learning.walk(editing.session(), surface.id()));
    }

    private void begin(Learning begun) {
        learning.set(begun);
        said = "";
        taken = 0;
        drain(begun, false);
        live.engine().listen(true);
        if (selection.viewProperty().get() != View.SURFACES
                && !editing.session().surfaces().isEmpty()) {
            // Who has no controller at hand moves one that is drawn.
            selection.drawerProperty().set(true);
        }
        tell();
    }

    private void drain(Learning begun, boolean heard) {
        // By their ids: a surface that was added a moment ago may not play yet.
        List<Surface> surfaces = begun.before().surfaces();
        for (int s = 0; s < surfaces.size(); s++) {
            live.engine()
                    .tap(surfaces.get(s).id())
                    .drain(Long.MAX_VALUE, heard ? begun.from(s) : (status, a, b, nanos) -> {});
        }
    }

    /** With every frame of the window. */
    void frame() {
        Learning now = learning.get();
        if (now == null) {
            return;
        }
        drain(now, true);
        try {
            now.tick(live.nanos());
        } catch (IllegalArgumentException e) {
            refused(e);
            return;
        }
        tell();
        lost();
        if (now.done()) {
            keep();
        }
    }

    private void refused(IllegalArgumentException e) {
        end();
        notices.say(Notice.stop("Not learnt", e.getMessage()));
    }

    /** Takes what is heard, and tells what it is tied to now; tells too if nothing was heard, or it cannot be tied. */
    public void take(Assigning.How how) {
        Learning now = learning.get();
        if (now == null || now.heard().isEmpty()) {
            notices.say(Notice.stop("Nothing heard", "Move a control first."));
            said = "";
            return;
        }
        try {
            now.take(how, live.nanos());
            frame();
        } catch (IllegalArgumentException e) {
            refused(e);
        }
    }

    /** Leaves what is wanted now without a hand; nothing if no controls are learnt. */
    public void leave() {
        if (on()) {
            learning.get().leave(live.nanos());
            frame();
        }
    }

    /** The person knows better what it is. */
    public void overrule(Recognised reading) {
        if (on()) {
            learning.get().overrule(reading);
            said = "";
        }
    }

    /** All that was taken becomes one step. */
    public void keep() {
        Learning now = learning.get();
        if (now == null) {
            return;
        }
        if (now.taken() == 0 && adding == null) {
            cancel();
            return;
        }
        String act = now.act();
        String add = adding;
        adopting = true;
        boolean kept;
        if (add != null) {
            kept = editing.editOn(add, List.of("walk", add), s -> now.draft());
            editing.settle();
        } else {
            kept = editing.edit(act, s -> now.draft());
        }
        adopting = false;
        end();
        if (kept) {
            notices.say(Notice.good("Learnt", words(now)));
        }
    }

    private static String words(Learning now) {
        if (now.anew().isPresent()) {
            var control = now.draft().control(now.anew().get());
            return control.name() + " sends " + control.address().spoken() + " now. What it moves is as it was.";
        }
        if (now.walking()) {
            return now.taken() + (now.taken() == 1 ? " control was" : " controls were")
                    + " found. Save the description to use it elsewhere.";
        }
        List<String> wires = new ArrayList<>();
        Session draft = now.draft();
        for (Learning.Step step : now.steps()) {
            step.hand()
                    .ifPresent(hand -> wires.add(draft.control(hand).name() + " → "
                            + TargetName.of(draft, step.target().orElseThrow())));
        }
        return String.join(", ", wires.subList(0, Math.min(4, wires.size())))
                + (wires.size() > 4 ? " and " + (wires.size() - 4) + " more." : ".");
    }

    /** Leaves all as it was. */
    public void cancel() {
        if (on()) {
            cancelled();
            notices.say(Notice.plain("Stopped", "Nothing was learnt; all is as it was."));
        }
    }

    /** More came at once than could be listened to: what was taken for what may then be wrong, so it is said. */
    private void lost() {
        long now = 0;
        for (Surface surface : playing.get().session().surfaces()) {
            now += live.engine().tap(surface.id()).lost();
        }
        if (now > lost) {
            notices.say(Notice.stop(
                    "Too much",
                    (now - lost) + " messages came faster than they could be listened to and are lost. "
                            + "Move one control at a time."));
        }
        lost = now;
    }

    private void cancelled() {
        if (on()) {
            boolean added = adding != null;
            end();
            if (added) {
                editing.takeBack();
            }
        }
    }

    private void end() {
        learning.set(null);
        adding = null;
        live.engine().listen(false);
    }

    private void tell() {
        Learning now = learning.get();
        Optional<HeardControl> heard = now.heard();
        Optional<String> clash = now.clash();
        StringBuilder words = new StringBuilder();
        List<Notice.Act> acts = new ArrayList<>();
        if (now.anew().isPresent()) {
            words.append("Move ")
                    .append(now.before().control(now.anew().get()).name())
                    .append(". ");
        } else if (now.walking()) {
            words.append("Move each control once. ")
                    .append(now.taken())
                    .append(" found")
                    .append(now.taken() > 0 ? ", the last: " + last(now) + ". " : ". ");
        } else {
            int number = now.steps().size() + 1;
            words.append("Move a control for ")
                    .append(now.wanted().map(t -> name(now, t)).orElse("…"))
                    .append(
                            now.targets().size() > 1
                                    ? " (" + number + " of " + now.targets().size() + "). "
                                    : ". ");
        }
        heard.ifPresent(h -> words.append("Heard: ").append(h.words()).append(h.sure() ? "." : ""));
        if (now.another()) {
            words.append(" That one already has a control of its own: move the control you mean.");
        }
        clash.ifPresent(c -> {
            words.setLength(0);
            words.append(c);
        });
        if (clash.isPresent()) {
            acts.add(new Notice.Act("Add", () -> take(Assigning.How.ADD)));
            acts.add(new Notice.Act("Replace", () -> take(Assigning.How.TAKE_OVER)));
            acts.add(new Notice.Act("Skip", this::leave));
        } else if (heard.isPresent()) {
            acts.add(new Notice.Act("Connect", () -> take(Assigning.How.ADD)));
            acts.add(new Notice.Act("Skip", this::leave));
        } else if (now.walking()) {
            acts.add(new Notice.Act("Done", this::keep));
        } else if (now.targets().size() > 1) {
            acts.add(new Notice.Act("Skip", this::leave));
            if (now.taken() > 0) {
                acts.add(new Notice.Act("Done", this::keep));
            }
        }
        String text = words.toString();
        if (!text.equals(said) || now.taken() != taken) {
            said = text;
            taken = now.taken();
            notices.say(new Notice(Notice.Kind.WAIT, clash.isPresent() ? "In use" : "Learning", text, acts));
        }
    }

    private static String last(Learning now) {
        return now.draft()
                .control(now.steps().get(now.steps().size() - 1).hand().orElseThrow())
                .name();
    }

    private static String name(Learning now, Target target) {
        return TargetName.of(now.draft(), target);
    }
}
