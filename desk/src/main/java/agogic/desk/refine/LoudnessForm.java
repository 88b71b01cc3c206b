package agogic.desk.refine;

import agogic.core.audio.LoudnessCurve;
import agogic.core.edit.points.LoudnessDraft;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.loudness.TrackLoudness;
import agogic.desk.model.Editing;
import agogic.desk.model.HeardLoud;
import agogic.desk.model.Notices;
import agogic.desk.parts.FormDialog;
import agogic.standins.sound.HowLoud;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** Asks to which loudness a level brings its track, and draws what would come of it while it is typed. */
final class LoudnessForm extends FormDialog<LoudnessForm.Made> {
    private static final double USUAL_ROOM = 1;
    private static final double EDGE = 12;

    private final Editing editing;
    private final HeardLoud loudness;
    private final Session measured;
    private final Target level;
    private final LoudnessCurve heard;
    private final TextField loud;
    private final TextField up;
    private final TextField down;
    private final TextField speed;
    private final TextField gate;
    private final TextField within;

    /** What was asked for, and what it makes. */
    record Made(LoudnessDraft.Wanted wanted, double tolerance, LoudnessDraft.Drafted looked) {}

    private LoudnessForm(
            Editing editing, HeardLoud loudness, Session measured, Target level, HowLoud how, Window owner) {
        super(
                "Draft from loudness",
                measured.trackOf(level.device()).map(Track::name).orElse("") + ": " + TrackLoudness.words(how),
                owner);
        this.editing = editing;
        this.loudness = loudness;
        this.measured = measured;
        this.level = level;
        heard = how.curve();
        // As loud as it is on average: made even, and no louder; with a little room for what is louder than that.
        double usual = Math.max(-60, Math.min(0, Math.rint(heard.integrated() - USUAL_ROOM)));
        LoudnessDraft.Wanted wanted = LoudnessDraft.Wanted.of(usual);
        loud = row("loudness-target", "Target", shown(usual), "LUFS that each phrase comes to");
        up = row("loudness-up", "At most up", shown(wanted.up()), "dB that it is made louder");
        down = row("loudness-down", "At most down", shown(wanted.down()), "dB that it is made softer");
        speed = row("loudness-speed", "Speed", shown(wanted.speed()), "dB a second");
        gate = row("loudness-gate", "Gate", shown(wanted.gate()), "LUFS; what is softer is a pause: the level is held");
        within = row(
                "loudness-within",
                "Tolerance",
                shown(LoudnessDraft.usual(measured.parameter(level))),
                "dB, of the points");
        done("loudness", "Draft it");
        // Below on the right: what is drawn while it is typed stays seen.
        widthProperty().addListener((o, a, wide) -> setX(owner.getX() + owner.getWidth() - wide.doubleValue() - EDGE));
        heightProperty()
                .addListener((o, a, high) -> setY(owner.getY() + owner.getHeight() - high.doubleValue() - EDGE));
    }

    /** Measures the track of a level, asks, and drafts. */
    static void ask(Editing editing, Notices notices, HeardLoud loudness, Target level, Window owner) {
        if (!LoudnessDraft.possible(editing.session().parameter(level))) {
            notices.refuse(editing.session().parameter(level).name()
                    + " is no level in dB: show the lane of one, such as the level of a track.");
            return;
        }
        loudness.measure(level, true, (session, how) -> {
            if (how.curve().integrated() <= agogic.core.audio.LoudnessMeter.SILENT) {
                notices.refuse("The track is silent: there is no loudness to draft from.");
                return;
            }
            HeardLoud.Seen before = loudness.seenProperty().get();
            Optional<Made> made = new LoudnessForm(editing, loudness, session, level, how, owner).showAndWait();
            if (made.isEmpty()) {
                loudness.show(before);
            } else {
                loudness.draft(session, level, made.get().wanted(), made.get().tolerance(), how);
            }
        });
    }

    private static String shown(double value) {
        return String.format(Locale.ROOT, "%.2f", value)
                .replaceAll("\\.?0+$", "")
                .replace('-', '−');
    }

    @Override
    protected Made made() {
        LoudnessDraft.Wanted wanted = new LoudnessDraft.Wanted(
                typed(loud, "loudness"),
                typed(up, "limit"),
                typed(down, "limit"),
                typed(speed, "speed"),
                typed(gate, "gate"));
        double tolerance = typed(within, "tolerance");
        if (!(tolerance >= 0 && tolerance <= 12)) {
            throw new IllegalArgumentException("The tolerance lies between 0 and 12 dB.");
        }
        return new Made(wanted, tolerance, LoudnessDraft.look(measured, level, heard, wanted));
    }

    @Override
    protected String told() {
        Made made = made();
        String track = measured.trackOf(level.device()).map(Track::id).orElse("");
        loudness.show(new HeardLoud.Seen(
                track, heard, Optional.of(made.looked().after()), made.wanted().target(), editing.session()));
        return TrackLoudness.words(
                made.looked(), heard, made.looked().after(), made.wanted().target());
    }
}
