package agogic.desk.routes;

import agogic.core.audio.AudioPart;
import agogic.core.edit.clip.AudioEdits;
import agogic.core.edit.clip.Clips;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import agogic.desk.parts.FormDialog;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** All of a clip, typed: its name, where it begins and ends, how fast it goes, what it repeats. */
final class ClipForm extends FormDialog<UnaryOperator<Session>> {
    private static final String BEATS = "Beats";
    private static final String SECONDS = "Seconds";

    private final Session session;
    private final Clip clip;
    private final TextField name;
    private final TextField from;
    private final TextField to;
    private final TextField speed;
    private final TextField cycle;
    private TextField gain;
    private TextField fadeIn;
    private TextField fadeOut;
    private ComboBox<String> lock;

    ClipForm(Session session, Clip clip, Window owner) {
        super("Clip", clip.name() + ": " + goes(Clips.carries(session, clip.id())), owner);
        this.session = session;
        this.clip = clip;
        Timeline timeline = session.timeline();
        name = row("clip-name", "Name", clip.name(), "");
        from = row("clip-from", "Begins", timeline.printBars(clip.beat()), "moves it");
        to = row("clip-to", "Ends", timeline.printBars(clip.end()), "more or less of it is heard");
        speed = clip.audio().isPresent()
                ? null
                : row("clip-speed", "Speed", number(clip.speed() * 100), "% of its own; its length goes along");
        cycle = row(
                "clip-cycle",
                "Repeats",
                clip.cycle() == 0 ? "" : number(clip.cycle()),
                "beats; leave empty for no repeat");
        clip.audio().ifPresent(this::audio);
        done("clip", "Do it");
    }

    private static String goes(String what) {
        return what + (what.contains(",") || what.endsWith("s") ? " go with it" : " goes with it");
    }

    private void audio(AudioPart part) {
        gain = row("clip-gain", "Gain", number(part.gain()), "dB, −96 to 24");
        fadeIn = row("clip-fade-in", "Fades in", number(part.fadeIn()), "seconds from where it begins");
        fadeOut = row("clip-fade-out", "Fades out", number(part.fadeOut()), "seconds up to where it ends");
        lock = choice(
                "clip-lock",
                "Keeps to",
                List.of(BEATS, SECONDS),
                part.lock() == Lock.BEATS ? BEATS : SECONDS,
                "where it begins when the tempo changes; it never stretches");
    }

    private Session audio(Session done, String id, AudioPart part) {
        double louder = typed(gain, part.gain(), "gain");
        double in = typed(fadeIn, part.fadeIn(), "number of seconds");
        double out = typed(fadeOut, part.fadeOut(), "number of seconds");
        Lock kept = lock.getValue().equals(BEATS) ? Lock.BEATS : Lock.SECONDS;
        Session heard = louder == part.gain() ? done : AudioEdits.gain(done, id, louder);
        heard = in == part.fadeIn() && out == part.fadeOut() ? heard : AudioEdits.fades(heard, id, in, out);
        return kept == part.lock() ? heard : AudioEdits.lock(heard, id, kept);
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.6f", value).replaceAll("0+$", "").replaceAll("\\.$", "");
    }

    private double position(TextField field, double was) {
        if (field.getText().equals(session.timeline().printBars(was))) {
            return was;
        }
        return session.timeline().position(field.getText());
    }

    private static double typed(TextField field, double was, String what) {
        return plain(field).equals(number(was)) ? was : typed(field, what);
    }

    @Override
    protected UnaryOperator<Session> made() {
        double begins = position(from, clip.beat());
        double ends = position(to, clip.end());
        double fast = speed == null ? clip.speed() : typed(speed, clip.speed() * 100, "speed") / 100;
        double turn = cycle.getText().isBlank() ? 0 : typed(cycle, clip.cycle(), "number of beats");
        boolean sameEnd = ends == clip.end();
        String id = clip.id();
        UnaryOperator<Session> edit = s -> {
            Session done = name.getText().strip().equals(clip.name()) ? s : Clips.rename(s, id, name.getText());
            done = turn == clip.cycle() ? done : Clips.loop(done, id, turn);
            done = begins == clip.beat() ? done : Clips.move(done, id, begins);
            if (fast != clip.speed()) {
                done = Clips.stretch(done, id, clip.length() * clip.speed() / fast);
            }
            Clip now = Clips.of(done, id);
            done = sameEnd ? done : Clips.resize(done, id, now.beat(), ends);
            return clip.audio().isPresent() ? audio(done, id, clip.audio().get()) : done;
        };
        // What cannot be done is said while the form is open.
        return edit.apply(session) == session ? s -> s : edit;
    }

    /** Asks up to where a clip is to be repeated. */
    static final class To extends FormDialog<Double> {
        private final Session session;
        private final Clip clip;
        private final TextField to;

        To(Session session, Clip clip, Window owner) {
            super("Repeat", clip.name() + " again and again, up to", owner);
            this.session = session;
            this.clip = clip;
            double twice = clip.end() + clip.length();
            to = row("repeat-to", "To", session.timeline().printBars(twice), "bar, position or time");
            done("repeat", "Repeat it");
        }

        @Override
        protected Double made() {
            double beat = session.timeline().position(to.getText());
            return Clips.repeat(session, clip.id(), beat) == session ? clip.end() : beat;
        }
    }
}
