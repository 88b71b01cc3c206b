package agogic.desk.shell;

import agogic.core.assign.Assigning;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.session.Loop;
import agogic.core.session.Timing;
import agogic.core.time.Section;
import agogic.desk.acts.Act;
import agogic.desk.acts.Acts;
import agogic.desk.files.Files;
import agogic.desk.files.FilesOut;
import agogic.desk.model.Beside;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.NameDialog;
import agogic.desk.parts.SpanDialog;
import agogic.desk.parts.TextSize;
import agogic.desk.parts.TimingForm;
import agogic.desk.parts.ValueForm;
import agogic.desk.settings.Choices;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.property.BooleanProperty;
import javafx.stage.Window;

/** The acts that count everywhere, and those on the selected route. */
final class DeskActs {
    private final Desk desk;
    private final Files files;
    private final FilesOut out;
    private final Supplier<Window> window;
    private final List<Act> all = new ArrayList<>();

    DeskActs(Desk desk, Files files, Supplier<Window> window) {
        this.desk = desk;
        this.files = files;
        out = new FilesOut(desk, files, window);
        this.window = window;
    }

    /** The whole table: these, and what the views and the window bring. */
    Acts with(List<Act> first, List<Act> views) {
        transport();
        views();
        files();
        // What is pointed at goes before the selected route, in menus.
        all.addAll(views);
        routes();
        all.addAll(first);
        told();
        return new Acts(all);
    }

    private void measure() {
        double before = desk.live().latency();
        desk.say(new Notice(Notice.Kind.WAIT, "Latency", "Listening to a short sound, three times …", List.of()));
        Beside.run(
                "agogic-latency",
                desk.live()::measureLatency,
                seconds -> latency(
                        seconds,
                        List.of(new Notice.Act(
                                String.format(Locale.ROOT, "Keep %.0f ms", 1000 * before),
                                () -> latency(before, List.of())))),
                desk::refuse);
    }

    private static String late(double seconds) {
        return String.format(
                Locale.ROOT,
                "Sound is heard %.0f ms later. The first ride of a lane is put so much earlier.",
                1000 * seconds);
    }

    private void latency(double seconds, List<Notice.Act> acts) {
        desk.live().latency(seconds);
        desk.say(new Notice(Notice.Kind.GOOD, "Latency", late(seconds), acts));
    }

    private void add(String id, String words, String about, String keys, Runnable run) {
        all.add(Act.of(id, words, about, keys, run));
    }

    private void transport() {
        add("play", "Play or stop", "Play or stop", "Space", desk.riding()::togglePlay);
        add(
                "listen",
                "Listen",
                "While nothing plays: a held chord on this track's instrument, or noise through its effects",
                "Alt+I",
                desk.listening()::toggle);
        all.add(Act.of(
                        "keyboards",
                        "Keyboards play",
                        "Notes that no control takes are heard on this track's instrument; on or off",
                        "",
                        desk.listening()::toggleKeyboards)
                .reading(() -> "Keyboards play: " + (desk.listening().keyboards() ? "on" : "off")));
        add(
                "audio-output",
                "Audio output…",
                "Through which output it sounds, and how long sound waits in it",
                "",
                () -> new OutputForm(desk.live(), window.get()).showAndWait().ifPresent(choice -> {
                    desk.live().output(choice);
                    desk.say(Notice.plain("Audio", "The output is opened …"));
                }));
        add("audio-test", "Test tone", "1 kHz at −20 dB for two seconds, through the audio output", "", () -> {
            if (desk.live().testTone()) {
                desk.say(Notice.good(
                        "Test tone",
                        "1 kHz at −20 dB for two seconds: " + desk.live().soundsThrough() + "."));
            } else {
                desk.refuse("There is no audio output, so nothing can be heard. “Audio output…” looks for one.");
            }
        });
        add(
                "latency",
                "Latency…",
                "How late sound is heard: new rides are put so much earlier",
                "",
                () -> new LatencyForm(desk.live(), window.get())
                        .showAndWait()
                        .ifPresent(seconds -> latency(seconds, List.of())));
        add(
                "latency-measure",
                "Measure the latency",
                "A short sound goes out and is looked for in the audio input, three times",
                "",
                this::measure);
        add("ride", "Ride", "Count in one bar and write whatever you touch; again: stop", "R", desk.riding()::ride);
        add(
                "ride-selected",
                "Ride the selected route",
                "Count in one bar and write the selected route only; again: stop",
                "Shift+R",
                desk.riding()::rideSelected);
        add(
                "take-afterwards",
                "Write what I just played…",
                "Write what a hand did in the last ten minutes, though nothing was armed",
                "Ctrl+R",
                () -> TakeAfterwards.ask(desk, window.get()));
        all.add(Act.of(
                        "punch",
                        "Punch: when a ride writes",
                        "All the time, between the loop's ends, or from key to key: the next of these",
                        "Ctrl+J",
                        desk.riding()::nextPunch)
                .reading(() -> "Punch: " + desk.riding().punchProperty().get().spoken()));
        add(
                "punch-now",
                "Punch in or out now",
                "While a ride plays: what is written begins here, or ends",
                "Ctrl+Shift+J",
                desk.riding()::punchNow);
        add("start", "Go to the start", "Go to the start", "Home", () -> goTo(0));
        add(
                "end",
                "Go to the end",
                "Go to the end of the piece",
                "End",
                () -> goTo(desk.session().length()));
        add(
                "play-here",
                "Play from here",
                "Play from the chosen point in Refine, else from where it last began",
                "Shift+Space",
                desk.riding()::playAgain);
        add(
                "loop",
                "Loop on or off",
                "Repeat the loop; Shift and drag on the ruler sets it",
                "O",
                desk.riding()::toggleLoop);
        timing(
                "section",
                TimingForm.Kind.SECTION,
                "A part of the piece with a name, from the bar at the playhead",
                "Ctrl+G");
        add(
                "loop-section",
                "Loop the section",
                "Repeats the section at the playhead",
                "Ctrl+Shift+K",
                this::loopSection);
        add(
                "section-earlier",
                "Section earlier",
                "The section at the playhead begins a bar earlier",
                "Ctrl+Shift+←",
                () -> section(-1));
        add(
                "section-later",
                "Section later",
                "The section at the playhead begins a bar later",
                "Ctrl+Shift+→",
                () -> section(1));
        timing(
                "tempo",
                TimingForm.Kind.TEMPO,
                "Set a tempo here, constant or ramped; shows what changes length",
                "Ctrl+Shift+G");
        timing("metre", TimingForm.Kind.METRE, "How the bars are counted, from the bar at the playhead", "Ctrl+M");
        timing("length", TimingForm.Kind.LENGTH, "How many bars the piece has", "Ctrl+L");
        add(
                "clock",
                "Clock…",
                "Internal clock, send clock or follow a clock",
                "Ctrl+K",
                () -> ClockDialog.ask(desk, window.get()));
        add("panic", "Panic", "End all that sounds on every MIDI output", "Ctrl+.", this::panic);
        add("loop-from", "Loop from here", "The loop begins at the playhead", "I", () -> loop(true));
        add("loop-to", "Loop to here", "The loop ends at the playhead", "Shift+I", () -> loop(false));
    }

    /** Moves the section at the playhead by bars, and the playhead with it. */
    private void section(int bars) {
        Section section = sectionHere().orElse(null);
        if (section == null) {
            desk.refuse(NO_SECTION);
            return;
        }
        int bar = desk.timeline().metre().barAt(section.beat() + 1e-6) + bars;
        double to = bar < 1 ? -1 : desk.timeline().metre().beatOfBar(bar);
        desk.edit("Move " + section.name(), s -> Timing.moved(s, section.beat(), to));
        if (desk.session().sections().stream().anyMatch(s -> s.beat() == to)) {
            desk.riding().locate(to);
        }
    }

    private static final String NO_SECTION = "No section is at the playhead: Ctrl+G begins one.";

    private Optional<Section> sectionHere() {
        double at = desk.beatHere() + 1e-6;
        return desk.session().sections().stream().filter(s -> s.beat() <= at).reduce((a, b) -> b);
    }

    private void loopSection() {
        sectionHere()
                .ifPresentOrElse(
                        section -> {
                            double end = desk.session().sections().stream()
                                    .mapToDouble(Section::beat)
                                    .filter(b -> b > section.beat())
                                    .min()
                                    .orElse(desk.session().length());
                            desk.edit("Loop " + section.name(), s -> s.withLoop(new Loop(section.beat(), end, true)));
                        },
                        () -> desk.refuse(NO_SECTION));
    }

    private void goTo(double beat) {
        desk.riding().locate(beat);
        desk.say(Notice.plain("Position", desk.timeline().printBars(beat) + "."));
    }

    private void panic() {
        desk.live().ports().panic();
        int ports = desk.live().ports().playedThrough().size();
        desk.say(Notice.good(
                "Panic",
                ports == 0
                        ? "Nothing plays through a port."
                        : "All notes were ended on " + ports + (ports == 1 ? " port." : " ports.")));
    }

    private void timing(String id, TimingForm.Kind kind, String about, String key) {
        String words = kind.words() + (kind == TimingForm.Kind.LENGTH ? " of the piece…" : " here…");
        add(id, words, about, key, () -> TimingForm.ask(desk, kind, desk.beatHere(), window.get()));
    }

    /** Moves one end of the loop to the playhead; where the other would lie on the wrong side, it goes along. */
    private void loop(boolean from) {
        Loop old = desk.session().loop();
        double at = desk.timeline().metre().nearestBeat(desk.beatHere());
        double length = old.to() - old.from();
        double end = desk.session().length();
        Loop loop = from
                ? new Loop(Math.min(at, end - 1), at < old.to() ? old.to() : Math.min(end, at + length), true)
                : new Loop(at > old.from() ? old.from() : Math.max(0, at - length), Math.max(at, 1), true);
        desk.edit("Set the loop", s -> s.withLoop(loop));
    }

    private void views() {
        for (View view : View.values()) {
            add(
                    "view-" + view.title().toLowerCase(java.util.Locale.ROOT),
                    view.title(),
                    "Show " + view.title(),
                    "" + view.number(),
                    () -> {
                        boolean there = desk.selection().viewProperty().get() == view;
                        desk.selection().viewProperty().set(view);
                        if (there) {
                            desk.say(Notice.plain(view.title(), "This view is shown already."));
                        }
                    });
        }
        toggle(
                "drawer",
                "Drawer",
                "Show or hide the drawer with the controls",
                "D",
                desk.selection().drawerProperty());
        BooleanProperty light = desk.selection().lightProperty();
        all.add(Act.of("light", "Light theme", "Dark or light, now and at the next start", "T", () -> {
                    light.set(!light.get());
                    Choices.light(light.get());
                })
                .reading(() -> (light.get() ? "✓ " : "") + "Light theme"));
        text("text-larger", "Larger text", "Ctrl++", 1);
        text("text-smaller", "Smaller text", "Ctrl+−", -1);
        text("text-usual", "Usual text size", "Ctrl+0", 0);
    }

    private void text(String id, String words, String key, int by) {
        add(
                id,
                words,
                "Everything larger or smaller, from the next start on",
                key,
                () -> desk.say(Notice.good(
                        "Text size", TextSize.change(by) + " % from the next start on. Nothing else changes.")));
    }

    private void toggle(String id, String words, String about, String key, BooleanProperty on) {
        all.add(Act.of(id, words, about, key, () -> on.set(!on.get())).reading(() -> (on.get() ? "✓ " : "") + words));
    }

    private void files() {
        add("new-piece", "New piece…", "Begin a piece of your own", "Ctrl+N", files.entrance()::newPiece);
        add(
                "bring-in",
                "Bring in MIDI, a score or audio…",
                "A piece of a file from elsewhere, after a look at what is in it; audio on a track of this one, too",
                "Ctrl+B",
                files.entrance()::bringIn);
        add("open", "Open…", "Open a session from a file", "Ctrl+O", files.entrance()::open);
        add("piece-name", "Rename the piece…", "Another name for it; its file keeps its own", "", this::rename);
        add("save", "Save", "Save the session in its file", "Ctrl+S", files::save);
        add("save-as", "Save as…", "Save the session in another file", "Ctrl+Shift+S", files::saveAs);
        add(
                "add-device",
                "Add a device…",
                "Bring a device in from an LV2 bundle or a chart",
                "Ctrl+I",
                files::addDevice);
        add("export-midi", "Export MIDI…", "Write the result as a MIDI file", "Ctrl+E", out::exportMidi);
        add(
                "sheet",
                "Save the sheet as PDF…",
                "A page that says what every control does, for the table beside the controller",
                "Ctrl+P",
                out::exportSheet);
        add(
                "save-shapes",
                "Save your own shapes…",
                "The patterns and snapshots of the piece in a file, for other pieces",
                "Ctrl+Alt+S",
                out::saveShapes);
        add(
                "bring-shapes",
                "Bring your own shapes in…",
                "Patterns and snapshots of another piece come into this one",
                "Ctrl+Alt+B",
                out::bringShapes);
        all.add(Act.of("undo", "Undo", "Take the last step back", "Ctrl+Z", desk.editing()::undo)
                .repeating()
                .reading(() -> desk.editing().undoable().map(a -> "Undo: " + a).orElse("Undo"))
                .unless(() -> desk.editing().undoable().isEmpty() ? "there is nothing to undo" : ""));
        all.add(Act.of("redo", "Redo", "Do again what was undone", "Ctrl+Shift+Z|Ctrl+Y", desk.editing()::redo)
                .repeating()
                .reading(() -> desk.editing().redoable().map(a -> "Redo: " + a).orElse("Redo"))
                .unless(() -> desk.editing().redoable().isEmpty() ? "there is nothing to do again" : ""));
    }

    private void rename() {
        String old = desk.session().name();
        NameDialog.ask(window.get(), "Name of the piece", old).ifPresent(name -> {
            desk.edit("Rename the piece", s -> s.named(name));
            if (!desk.session().name().equals(old)) {
                desk.did("Renamed", old + " is called " + desk.session().name() + " now.");
            }
        });
    }

    private void routes() {
        route(
                "mode",
                "Next write mode",
                "Read, Touch, Latch, Write: the next for the selected route",
                "W",
                desk.riding()::nextMode);
        route(
                "pin",
                "Keep the mode",
                "The mode stays after a pass, or no longer",
                "P",
                r -> desk.edit(r.pinned() ? "Unpin the mode" : "Pin the mode", s -> s.with(r.pinned(!r.pinned()))));
        route("rehearse", "Rehearse", "Heard and shown, but not written until you say so", "H", r -> desk.riding()
                .rehearse(r, !r.rehearse()));
        route(
                "span",
                "Span…",
                "How far its control moves it, and whether it is reversed",
                "S",
                r -> SpanDialog.ask(desk, window.get(), r));
        route(
                "type-value",
                "Type a value…",
                "Set a typed value: heard at once, recorded during a ride",
                "Ctrl+Shift+V",
                r -> new ValueForm(desk.session().parameter(r.target()), desk.stands(r.target()), window.get())
                        .showAndWait()
                        .ifPresent(v -> desk.standing().moveOnFace(r.target(), v, Ride.PRESSED, true)));
        route(
                "into",
                "Write to (timeline, clip, offset)",
                "The timeline, an offset, the clip under the playhead, an offset in it: the next of these",
                "Shift+W",
                r -> desk.riding().into(r, r.into().next()));
        route("protect", "Protect the lane", "Nothing writes it until it is opened again", "Shift+P", r -> {
            boolean guard = !desk.session().lane(r.target()).guarded();
            desk.edit(
                    guard ? "Protect a lane" : "Open a lane",
                    s -> s.with(s.lane(r.target()).guarded(guard)));
            desk.say(Notice.good(
                    guard ? "Protected" : "Open",
                    desk.session().parameter(r.target()).name()
                            + (guard ? ": nothing writes it now." : " can be written again.")));
        });
        route(
                "switch",
                "Route off or on",
                "A route that is off moves nothing; what was recorded stays",
                "X",
                r -> desk.edit(r.on() ? "Route off" : "Route on", s -> s.with(r.switched(!r.on()))));
        route(
                "span-reverse",
                "Reverse the span",
                "Swaps from and to, so that the control works the other way",
                "",
                r -> span(
                        r,
                        new Span(
                                r.span().to(),
                                r.span().from(),
                                r.span().curve(),
                                r.span().amount())));
        route("span-full", "Full span", "The control moves it over all of its range", "", r -> span(r, Span.FULL));
        route("show-in-catalog", "Show in the Catalog", "Go to the parameter among all others", "Ctrl+Shift+P", r -> {
            if (r.target().device().equals(Macro.DEVICE)) {
                desk.selection().showMacro(r.target().parameter());
            } else {
                desk.selection().show(r.target());
            }
        });
        route("show-in-surfaces", "Show in Surfaces", "Go to the control on its surface", "Ctrl+Shift+H", r -> r.hand()
                .ifPresentOrElse(
                        hand -> {
                            desk.selection().viewProperty().set(View.SURFACES);
                            desk.selection().handProperty().set(hand);
                        },
                        () -> desk.refuse("No control moves this yet: M learns one.")));
        route(
                "learn-route",
                "Learn a control",
                "The control moved next moves it; Esc leaves all as it was",
                "M",
                r -> desk.learner().begin(List.of(r.target())));
        all.add(Act.of(
                        "route-disconnect",
                        "Disconnect the control",
                        "The control no longer moves it; the lane and what was recorded stay",
                        "Delete",
                        () -> desk.selection()
                                .actedRoute()
                                .ifPresentOrElse(this::disconnect, () -> desk.refuse("Select a route first.")))
                .in(View.ROUTES)
                .when(() -> desk.selection().place().filter(p -> p.point() >= 0).isEmpty())
                .unless(() -> desk.selection().selectedRoute().isEmpty() ? "no route is selected" : ""));
        all.add(Act.of(
                        "open-in-refine",
                        "Open in Refine",
                        "Go to the lane of the selected route",
                        "L",
                        () -> desk.selection().viewProperty().set(View.REFINE))
                .in(View.ROUTES));
    }

    private void span(Route route, Span span) {
        Parameter p = desk.session().parameter(route.target());
        desk.edit("Span of " + p.name(), s -> s.with(s.route(route.id()).with(span)));
        desk.did("Span", p.name() + ": from " + p.print(span.from()) + " to " + p.print(span.to()) + ".");
    }

    private void disconnect(Route route) {
        String name = desk.session().parameter(route.target()).name();
        int points = desk.session().lane(route.target()).points();
        if (route.hand().isEmpty() && points > 0) {
            desk.refuse(name + " has no control. Its lane has " + points
                    + " points: L opens it, and Ctrl+Delete there deletes it completely.");
            return;
        }
        String hand = route.hand().map(desk.session()::controlName).orElse("The row");
        desk.edit("Disconnect " + name, s -> Assigning.disconnect(s, route.id()));
        desk.did(
                "Disconnected",
                route.hand().isEmpty()
                        ? "The row of " + name + " is gone; it had no points."
                        : hand + " moves " + name + " no longer."
                                + (points == 0 ? "" : " Its lane stays: " + points + " points."));
    }

    private void route(String id, String words, String about, String key, Consumer<Route> run) {
        Runnable whole = () -> desk.selection()
                .actedRoute()
                .ifPresentOrElse(
                        run, () -> desk.refuse("Select a route first: “" + words + "” is about the selected one."));
        all.add(Act.of(id, words, about, key, whole)
                .in(View.ROUTES, View.REFINE)
                .unless(() -> desk.selection().selectedRoute().isEmpty() ? "no route is selected" : ""));
    }

    private void told() {
        all.add(Act.told(
                "arrows",
                "In a list: next or last. On a control: move it",
                "Arrows go through lists and move controls",
                "↑ ↓"));
        all.add(Act.told("fine", "Move it finely, or by larger steps", "Shift changes the step", "Shift+↑ ↓"));
        all.add(Act.told("around", "Next, last part of the window", "Tab goes to the next part of the window", "Tab"));
        all.add(Act.told(
                "escape", "Show all again; leave learning", "Esc empties a filter and leaves what is learnt", "Esc"));
    }
}
