package agogic.desk.parts;

import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.ScoreWords;
import agogic.core.session.Track;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.AudioFiles;
import agogic.desk.model.Editing;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.TimeWindow;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;

/**
 * The score of a track under its lane: notes, dynamics and hairpins, or the audio where there are none. With the arrow keys
 * it is read from place to place.
 */
public final class ScoreStrip extends MarkView {
    private final Editing editing;
    private final Riding riding;
    public static final double HEIGHT = 64;

    private final TimeWindow time;
    private final double left;
    private final double right;
    private List<Clip> clips = List.of();
    private List<Double> places = List.of();
    private int place = -1;
    private Track audio;

    /** A strip that shows the same bars as what is above it, between these margins. */
    public ScoreStrip(
            Editing editing,
            Selection selection,
            Riding riding,
            AudioFiles audio,
            TimeWindow time,
            double left,
            double right) {
        super(selection);
        this.editing = editing;
        this.riding = riding;
        this.time = time;
        this.left = left;
        this.right = right;
        setId("score");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.TEXT);
        setMinHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        managedProperty().bind(visibleProperty());
        time.fromProperty().addListener((o, a, b) -> draw());
        time.toProperty().addListener((o, a, b) -> draw());
        audio.seenProperty().addListener((o, a, b) -> draw());
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            requestFocus();
            read(before(time.beat(e.getX(), left, getWidth() - left - right) + 1e-9));
        });
        setVisible(false);
    }

    /** Shows the score of the track of what is moved; nothing where it has none. */
    public void show(Target target) {
        List<Clip> now = target == null
                ? List.of()
                : editing.session().trackOf(target.device()).map(Track::played).orElse(List.of());
        if (!now.equals(clips)) {
            clips = now;
            places = ScoreWords.places(clips);
            place = -1;
        }
        audio = target == null
                ? null
                : editing.session()
                        .trackOf(target.device())
                        .filter(PeakMarks::any)
                        .orElse(null);
        setVisible(!places.isEmpty() || audio != null);
        tell();
        draw();
    }

    private int before(double beat) {
        int at = -1;
        while (at + 1 < places.size() && places.get(at + 1) <= beat) {
            at++;
        }
        return at;
    }

    private void read(int next) {
        if (!places.isEmpty()) {
            place = Math.max(0, Math.min(places.size() - 1, next));
            tell();
            draw();
        }
    }

    private void tell() {
        int notes = clips.stream().mapToInt(c -> c.notes().size()).sum();
        setAccessibleText(
                audio != null && places.isEmpty()
                        ? "Audio: " + audio.clips().stream().map(Clip::name).collect(Collectors.joining(", "))
                        : place < 0
                                ? "Score, " + notes + " notes; the arrow keys read it"
                                : ScoreWords.at(clips, editing.timeline(), places.get(place)));
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
    }

    private void key(KeyEvent e) {
        if (e.isShortcutDown() || e.isAltDown() || e.isShiftDown()) {
            return;
        }
        boolean none = place < 0;
        int here = none ? before(time.from()) : place;
        switch (e.getCode()) {
            case RIGHT -> read(here + 1);
            case LEFT -> read(here - 1);
            case ENTER -> {
                if (!none) {
                    riding.locate(places.get(place));
                }
            }
            default -> {
                return;
            }
        }
        if (place >= 0 && (places.get(place) < time.from() || places.get(place) > time.to())) {
            double width = time.to() - time.from();
            time.show(places.get(place) - width / 4, places.get(place) + width * 3 / 4);
        }
        e.consume();
    }

    @Override
    public void marks(List<Mark> marks, double width, double height) {
        double wide = Math.max(40, width - left - right);
        Ink edge = isFocused() ? Ink.TEXT : Ink.NONE;
        marks.add(new Mark.Box(left, 1, wide, height - 8, 6, Ink.PANEL, edge, 1.4));
        if (left > 40) {
            String word = places.isEmpty() && audio != null ? "Audio" : "Score";
            marks.add(new Mark.Words(8, height / 2, word, Ink.QUIET, 12, false, false, -1));
        }
        if (place >= 0 && isFocused()) {
            double x = time.x(places.get(place), left, wide);
            if (x >= left && x <= left + wide) {
                marks.add(new Mark.Line(x, 3, x, height - 9, Ink.TEXT, 1.4, 3));
            }
        }
        if (audio != null) {
            EnvelopeMarks.Field field = new EnvelopeMarks.Field(left, 4, wide, height - 14);
            Ink ink = places.isEmpty() ? Ink.QUIET : Ink.EDGE;
            marks.addAll(PeakMarks.of(editing.session(), audio, time.from(), time.to(), field, ink));
        }
        marks.addAll(ScoreMarks.of(
                clips, time.from(), time.to(), new EnvelopeMarks.Field(left, 6, wide, height - 17), Ink.TEXT));
    }
}
