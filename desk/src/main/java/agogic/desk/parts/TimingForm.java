package agogic.desk.parts;

import agogic.core.parameter.Unit;
import agogic.core.parameter.ValueText;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.session.Timing;
import agogic.core.time.Metre;
import agogic.core.time.Section;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import java.util.OptionalDouble;
import java.util.function.UnaryOperator;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** Types a section, a tempo, a metre or the length of the piece. An empty field takes what begins there away. */
public final class TimingForm extends FormDialog<UnaryOperator<Session>> {
    private static final double SAME = 1e-6;

    /** What is typed. */
    public enum Kind {
        SECTION("Section", "From here on the piece has this name"),
        TEMPO("Tempo", ""),
        METRE("Metre", "Nothing moves; only the bars are counted otherwise"),
        LENGTH("Length", "What lies beyond stays in the piece, and is not played");

        private final String words;
        private final String about;

        Kind(String words, String about) {
            this.words = words;
            this.about = about;
        }

        /** The word for people. */
        public String words() {
            return words;
        }
    }

    private final Kind kind;
    private final Timeline timeline;
    private final Session session;
    private final TextField at;
    private final TextField what;
    private final TextField going;
    private final TextField until;

    private TimingForm(Editing editing, Kind kind, double beat, Window owner) {
        super(kind.words, kind == Kind.TEMPO ? Timing.stretching(editing.session()) : kind.about + ".", owner);
        this.kind = kind;
        timeline = editing.timeline();
        session = editing.session();
        String bars = timeline.printBars(beat);
        what = kind == Kind.LENGTH
                ? row(
                        "timing-what",
                        "Length",
                        Integer.toString(
                                timeline.metre().barAt(editing.session().length() - SAME)),
                        "bars")
                : row("timing-what", kind.words, now(editing.session(), kind, beat), behind(kind));
        going = kind == Kind.TEMPO
                ? row("timing-going", "Goes on", going(beat), "“steady”, or “ramp” to the next")
                : null;
        at = kind == Kind.LENGTH ? null : row("timing-at", "From", bars, "bar.beat, or a time");
        until = kind == Kind.TEMPO
                ? row("timing-until", "Until", "", "leave empty to go on; with “84 to 120” a ramp ends here")
                : null;
        done("timing", "Set");
    }

    private static String behind(Kind kind) {
        return switch (kind) {
            case SECTION -> "empty: none begins here";
            case TEMPO -> "quarter notes a minute, or “84 to 120”; leave empty for none";
            default -> "such as 4/4 or 7/8; empty: none begins here";
        };
    }

    private static String now(Session session, Kind kind, double beat) {
        switch (kind) {
            case SECTION -> {
                return session.sections().stream()
                        .filter(s -> Math.abs(s.beat() - beat) < SAME)
                        .map(Section::name)
                        .findFirst()
                        .orElse("");
            }
            case TEMPO -> {
                return ValueText.print(Unit.BPM, session.timeline().tempo().bpmAt(beat + SAME / 10));
            }
            default -> {
                Metre metre = session.timeline()
                        .metre()
                        .metreOfBar(session.timeline().metre().barAt(beat + SAME));
                return metre.beatsInBar() + "/" + metre.beatUnit();
            }
        }
    }

    private String going(double beat) {
        return timeline.tempo().points().stream().anyMatch(p -> Math.abs(p.beat() - beat) < SAME && p.ramp())
                ? "ramp"
                : "steady";
    }

    /** Asks for it, from the bar in which {@code beat} lies on; at {@code beat} itself if something begins there. */
    public static void ask(Editing editing, Notices notices, Kind kind, double beat, Window owner) {
        double place = place(editing.session(), kind, beat);
        new TimingForm(editing, kind, place, owner).showAndWait().ifPresent(change -> {
            if (editing.edit(kind.words, change)) {
                notices.say(Notice.good(
                        "Set",
                        kind == Kind.TEMPO
                                ? "The tempo is set. " + Timing.stretching(editing.session())
                                : "The " + kind.words.toLowerCase(java.util.Locale.ROOT) + " is set."));
            }
        });
    }

    private static double place(Session session, Kind kind, double beat) {
        var metre = session.timeline().metre();
        double bar = metre.beatOfBar(metre.barAt(Math.max(0, beat) + SAME));
        if (kind == Kind.TEMPO) {
            return session.timeline().tempo().points().stream()
                    .mapToDouble(TempoPoint::beat)
                    .filter(b -> Math.abs(b - beat) < SAME)
                    .findFirst()
                    .orElse(bar);
        }
        return bar;
    }

    private double from() {
        OptionalDouble beat = timeline.parse(at.getText());
        if (beat.isEmpty() || beat.getAsDouble() < 0) {
            throw new IllegalArgumentException(
                    "“" + at.getText() + "” is no position. Expected " + Timeline.expected() + ".");
        }
        return beat.getAsDouble();
    }

    @Override
    protected UnaryOperator<Session> made() {
        String text = what.getText().strip();
        return switch (kind) {
            case SECTION -> section(text);
            case TEMPO -> tempo(text);
            case METRE -> metre(text);
            case LENGTH -> {
                int bars = whole(text, "a number of bars such as 64");
                yield s -> Timing.length(s, bars);
            }
        };
    }

    private UnaryOperator<Session> section(String text) {
        double beat = from();
        return text.isEmpty() ? s -> Timing.withoutSection(s, beat) : s -> Timing.section(s, beat, text);
    }

    private UnaryOperator<Session> tempo(String text) {
        double beat = from();
        if (text.isEmpty()) {
            return s -> Timing.withoutTempo(s, beat);
        }
        String[] both = text.split(" to ", -1);
        double bpm = ValueText.parse(Unit.BPM, both[0]);
        double end = both.length == 2 ? ValueText.parse(Unit.BPM, both[1]) : bpm;
        if (both.length == 2 && until.getText().isBlank()) {
            throw new IllegalArgumentException("Until where does it go to " + both[1].strip() + "? Fill in “Until”.");
        }
        if (!until.getText().isBlank()) {
            double to = Positions.in(session, until.getText());
            return s -> Timing.tempo(s, beat, to, bpm, end);
        }
        new TempoPoint(beat, bpm, false);
        String goes = going.getText().strip().toLowerCase(java.util.Locale.ROOT);
        if (!goes.equals("ramp") && !goes.equals("steady")) {
            throw new IllegalArgumentException("Expected “steady” or “ramp”, found “" + going.getText() + "”.");
        }
        return s -> Timing.tempo(s, beat, bpm, goes.equals("ramp"));
    }

    private UnaryOperator<Session> metre(String text) {
        int bar = timeline.metre().barAt(from() + SAME);
        if (text.isEmpty()) {
            return s -> Timing.withoutMetre(s, bar);
        }
        Metre metre = Metre.parse(bar, text);
        return s -> Timing.metre(s, bar, metre.beatsInBar(), metre.beatUnit());
    }

    private static int whole(String text, String expected) {
        if (!text.strip().matches("\\d{1,6}")) {
            throw new IllegalArgumentException("Expected " + expected + ", found “" + text + "”.");
        }
        return Integer.parseInt(text.strip());
    }
}
