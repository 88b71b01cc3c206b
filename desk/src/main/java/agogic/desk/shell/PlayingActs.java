package agogic.desk.shell;

import agogic.core.session.Loop;
import agogic.core.session.Timing;
import agogic.core.time.Section;
import agogic.desk.acts.Act;
import agogic.desk.model.Afterwards;
import agogic.desk.model.Beside;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.parts.TimingForm;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.stage.Window;

/** The acts of playing and riding: transport, loop, sections, tempo, what is heard and how late. */
final class PlayingActs {
    private static final String NO_SECTION = "No section is at the playhead: Ctrl+G begins one.";

    private final Desk desk;
    private final Supplier<Window> window;
    private final List<Act> all = new ArrayList<>();

    PlayingActs(Desk desk, Supplier<Window> window) {
        this.desk = desk;
        this.window = window;
    }

    /** All of them, in order. */
    List<Act> all() {
        transport();
        return all;
    }

    private void add(String id, String words, String about, String keys, Runnable run) {
        all.add(Act.of(id, words, about, keys, run));
    }

    private void measure() {
        double before = desk.live().latency();
        desk.notices()
                .say(new Notice(Notice.Kind.WAIT, "Latency", "Listening to a short sound, three times …", List.of()));
        Beside.run(
                "agogic-latency",
                desk.live()::measureLatency,
                seconds -> latency(
                        seconds,
                        List.of(new Notice.Act(
                                String.format(Locale.ROOT, "Keep %.0f ms", 1000 * before),
                                () -> latency(before, List.of())))),
                desk.notices()::refuse);
    }

    private static String late(double seconds) {
        return String.format(
                Locale.ROOT,
                "Sound is heard %.0f ms later. The first ride of a lane is put so much earlier.",
                1000 * seconds);
    }

    private void latency(double seconds, List<Notice.Act> acts) {
        desk.live().latency(seconds);
        desk.notices().say(new Notice(Notice.Kind.GOOD, "Latency", late(seconds), acts));
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
                    desk.notices().say(Notice.plain("Audio", "The output is opened …"));
                }));
        add("audio-test", "Test tone", "1 kHz at −20 dB for two seconds, through the audio output", "", () -> {
            if (desk.live().testTone()) {
                desk.notices()
                        .say(Notice.good(
                                "Test tone",
                                "1 kHz at −20 dB for two seconds: "
                                        + desk.live().soundsThrough() + "."));
            } else {
                desk.notices()
                        .refuse("There is no audio output, so nothing can be heard. “Audio output…” looks for one.");
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
        add(
                "ride",
                "Ride",
                "Count in one bar, then write whatever you touch; press again to stop",
                "R",
                desk.riding()::ride);
        add(
                "ride-selected",
                "Ride the selected route",
                "Count in one bar, then write the selected route only; press again to stop",
                "Shift+R",
                desk.riding()::rideSelected);
        add(
                "take-afterwards",
                "Write what I just played…",
                "Write what a hand did in the last ten minutes, though nothing was armed",
                "Ctrl+R",
                () -> TakeAfterwards.ask(
                        Afterwards.of(desk.editing(), desk.notices(), desk.selection(), desk.frames(), desk.live()),
                        desk.notices(),
                        window.get()));
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
                () -> goTo(desk.editing().session().length()));
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
                () -> ClockDialog.ask(desk.editing(), desk.notices(), window.get()));
        add("panic", "Panic", "End all that sounds on every MIDI output", "Ctrl+.", this::panic);
        add("loop-from", "Loop from here", "The loop begins at the playhead", "I", () -> loop(true));
        add("loop-to", "Loop to here", "The loop ends at the playhead", "Shift+I", () -> loop(false));
    }

    /** Moves the section at the playhead by bars, and the playhead with it. */
    private void section(int bars) {
        Section section = sectionHere().orElse(null);
        if (section == null) {
            desk.notices().refuse(NO_SECTION);
            return;
        }
        int bar = desk.editing().timeline().metre().barAt(section.beat() + 1e-6) + bars;
        double to = bar < 1 ? -1 : desk.editing().timeline().metre().beatOfBar(bar);
        desk.editing().edit("Move " + section.name(), s -> Timing.moved(s, section.beat(), to));
        if (desk.editing().session().sections().stream().anyMatch(s -> s.beat() == to)) {
            desk.riding().locate(to);
        }
    }

    private Optional<Section> sectionHere() {
        double at = desk.riding().beatHere() + 1e-6;
        return desk.editing().session().sections().stream()
                .filter(s -> s.beat() <= at)
                .reduce((a, b) -> b);
    }

    private void loopSection() {
        sectionHere()
                .ifPresentOrElse(
                        section -> {
                            double end = desk.editing().session().sections().stream()
                                    .mapToDouble(Section::beat)
                                    .filter(b -> b > section.beat())
                                    .min()
                                    .orElse(desk.editing().session().length());
                            desk.editing()
                                    .edit(
                                            "Loop " + section.name(),
                                            s -> s.withLoop(new Loop(section.beat(), end, true)));
                        },
                        () -> desk.notices().refuse(NO_SECTION));
    }

    private void goTo(double beat) {
        desk.riding().locate(beat);
        desk.notices().say(Notice.plain("Position", desk.editing().timeline().printBars(beat) + "."));
    }

    private void panic() {
        desk.live().ports().panic();
        int ports = desk.live().ports().playedThrough().size();
        desk.notices()
                .say(Notice.good(
                        "Panic",
                        ports == 0
                                ? "Nothing plays through a port."
                                : "All notes were ended on " + ports + (ports == 1 ? " port." : " ports.")));
    }

    private void timing(String id, TimingForm.Kind kind, String about, String key) {
        String words = kind.words() + (kind == TimingForm.Kind.LENGTH ? " of the piece…" : " here…");
        add(
                id,
                words,
                about,
                key,
                () -> TimingForm.ask(
                        desk.editing(), desk.notices(), kind, desk.riding().beatHere(), window.get()));
    }

    /** Moves one end of the loop to the playhead; where the other would lie on the wrong side, it goes along. */
    private void loop(boolean from) {
        Loop old = desk.editing().session().loop();
        double at = desk.editing().timeline().metre().nearestBeat(desk.riding().beatHere());
        double length = old.to() - old.from();
        double end = desk.editing().session().length();
        Loop loop = from
                ? new Loop(Math.min(at, end - 1), at < old.to() ? old.to() : Math.min(end, at + length), true)
                : new Loop(at > old.from() ? old.from() : Math.max(0, at - length), Math.max(at, 1), true);
        desk.editing().edit("Set the loop", s -> s.withLoop(loop));
    }
}
