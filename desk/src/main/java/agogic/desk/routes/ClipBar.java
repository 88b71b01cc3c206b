package agogic.desk.routes;

import agogic.core.edit.clip.Clips;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.score.Clip;
import agogic.core.session.Track;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.draw.Painter;
import agogic.desk.draw.Palette;
import agogic.desk.model.AudioFiles;
import agogic.desk.model.Editing;
import agogic.desk.model.Selection;
import agogic.desk.model.TimeWindow;
import agogic.formats.audio.Located;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;

/** The clips of a track over its rows: chosen by a click, moved, copied (Alt), made longer at an edge, stretched there (Ctrl). */
final class ClipBar extends Region {
    static final double HEIGHT = 24;
    private static final double EDGE = 5;
    private static final double PER_LETTER = 6.1;

    private enum Grip {
        NONE,
        BODY,
        START,
        END
    }

    private final Editing editing;
    private final Selection selection;
    private final TimeWindow time;
    private final AudioFiles audio;
    private final Canvas canvas = new Canvas();
    private Track track;
    private Grip grip = Grip.NONE;
    private String held;
    private double heldAt;
    private Clip before;
    private long drawn = -1;

    ClipBar(Editing editing, Selection selection, TimeWindow time, AudioFiles audio) {
        this.editing = editing;
        this.selection = selection;
        this.time = time;
        this.audio = audio;
        getChildren().add(canvas);
        setPrefHeight(HEIGHT);
        setMinHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
        Here.on(this, place -> {
            Clip clip = place == null ? null : at(place.getX());
            if (clip != null) {
                selection.clipProperty().set(clip.id());
                selection.pointBeat(Math.max(0, time.beat(place.getX(), 0, getWidth())));
            }
            return clip == null ? null : Subject.CLIP;
        });
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            if (grip != Grip.NONE && before != null) {
                told();
            }
            grip = Grip.NONE;
            editing.settle();
        });
        addEventHandler(MouseEvent.MOUSE_MOVED, e -> {
            Clip clip = at(e.getX());
            Grip would = clip == null ? Grip.NONE : grip(clip, e.getX());
            setCursor(
                    would == Grip.NONE
                            ? Cursor.DEFAULT
                            : would == Grip.BODY
                                    ? Cursor.OPEN_HAND
                                    : would == Grip.START ? Cursor.W_RESIZE : Cursor.E_RESIZE);
        });
    }

    void show(Track newTrack) {
        track = newTrack;
        drawn = -1;
        setVisible(!track.clips().isEmpty());
        draw();
    }

    private double x(double beat) {
        return time.x(beat, 0, getWidth());
    }

    private Clip at(double x) {
        double beat = time.beat(x, 0, getWidth());
        Clip found = null;
        for (Clip clip : track.clips()) {
            boolean near = Math.abs(x - x(clip.end())) < EDGE && found == null;
            found = clip.covers(beat) || near ? clip : found;
        }
        return found;
    }

    private Grip grip(Clip clip, double x) {
        boolean wide = x(clip.end()) - x(clip.beat()) > 4 * EDGE;
        return wide && x < x(clip.beat()) + EDGE ? Grip.START : x > x(clip.end()) - EDGE ? Grip.END : Grip.BODY;
    }

    /** Where the clip that was dragged is now, and where it was. */
    private void told() {
        editing.session()
                .clip(held)
                .filter(c -> c != before)
                .ifPresent(
                        now -> editing.did("Clip", now.name() + ", " + bars(now) + "; it was " + bars(before) + "."));
    }

    private String bars(Clip clip) {
        return editing.timeline().speakBars(clip.beat()) + " to "
                + editing.timeline().speakBars(clip.end());
    }

    private void pressed(MouseEvent e) {
        if (e.getButton() != MouseButton.PRIMARY) {
            return;
        }
        Clip clip = at(e.getX());
        selection.clipProperty().set(clip == null ? null : clip.id());
        if (clip == null) {
            return;
        }
        grip = grip(clip, e.getX());
        held = clip.id();
        heldAt = time.beat(e.getX(), 0, getWidth());
        if (e.isAltDown() && grip == Grip.BODY) {
            editing.edit("Copy " + clip.name(), s -> {
                Clips.Made made = Clips.copy(s, held, clip.beat());
                held = made.clip();
                return made.session();
            });
            selection.clipProperty().set(held);
        }
        before = editing.session().clip(held).orElse(clip);
        draw();
    }

    private void dragged(MouseEvent e) {
        if (grip == Grip.NONE || editing.session().clip(held).isEmpty()) {
            return;
        }
        double by = time.beat(e.getX(), 0, getWidth()) - heldAt;
        boolean fine = e.isShiftDown();
        double from = grid(before.beat() + by, fine);
        double end = grid(before.end() + by, fine);
        List<Object> gesture = List.of("clip", held, grip, heldAt);
        switch (grip) {
            case BODY -> editing.editOn("Move " + before.name(), gesture, s -> Clips.move(s, held, from));
            case START -> editing.editOn(
                    "Resize " + before.name(), gesture, s -> Clips.resize(s, held, start(from), before.end()));
            default -> editing.editOn(
                    e.isShortcutDown() ? "Stretch " + before.name() : "Resize " + before.name(),
                    gesture,
                    s -> e.isShortcutDown()
                            ? Clips.stretch(s, held, Math.max(0.25, end - before.beat()))
                            : Clips.resize(s, held, before.beat(), Math.max(before.beat() + 0.25, end)));
        }
    }

    /** A beginning before which there is content, and after which something is left. */
    private double start(double from) {
        double first = before.cycle() > 0 ? 0 : Math.max(0, before.beatOf(0));
        return Math.max(first, Math.min(before.end() - 0.25, from));
    }

    private double grid(double beat, boolean fine) {
        double inside = Math.max(0, beat);
        return fine ? Math.rint(inside * 4) / 4 : editing.timeline().metre().nearestBeat(inside);
    }

    @Override
    protected void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(HEIGHT);
        drawn = -1;
        draw();
    }

    /** Draws anew if anything changed. */
    void draw() {
        if (track == null || getWidth() <= 0) {
            return;
        }
        boolean light = selection.lightProperty().get();
        String chosen = selection.clipProperty().get();
        long now = Objects.hash(
                System.identityHashCode(editing.session()),
                time.from(),
                time.to(),
                getWidth(),
                light,
                audio.seenProperty().get(),
                chosen);
        if (now == drawn) {
            return;
        }
        drawn = now;
        List<Mark> marks = new ArrayList<>();
        Set<String> layered = layered();
        for (Clip clip : track.clips()) {
            double x0 = Math.max(0, x(clip.beat()));
            double x1 = Math.min(getWidth(), x(clip.end()));
            if (x1 <= x0 + 2) {
                continue;
            }
            boolean is = clip.id().equals(chosen);
            marks.add(new Mark.Box(
                    x0 + 1, 2, x1 - x0 - 2, HEIGHT - 4, 6, Ink.RAISED, is ? Ink.TEXT : Ink.EDGE, is ? 1.8 : 1));
            for (double turn = clip.cycle(); clip.cycle() > 0 && clip.beatOf(turn) < clip.end(); turn += clip.cycle()) {
                double x = x(clip.beatOf(turn));
                if (x > x0 + 1 && x < x1 - 1) {
                    marks.add(new Mark.Line(x, 4, x, HEIGHT - 4, Ink.QUIET, 1, 2));
                }
            }
            if (layered.contains(clip.id())) {
                marks.add(new Mark.Line(x0 + 6, HEIGHT - 5, x1 - 6, HEIGHT - 5, Ink.SOUND, 2, 0));
            }
            int letters = (int) ((x1 - x0 - 9) / PER_LETTER);
            String gone = gone(clip);
            String name = gone + clip.name();
            if (letters > 1) {
                String fits = name.length() <= letters ? name : name.substring(0, Math.max(1, letters - 1)) + "…";
                Ink ink = gone.isEmpty() ? Ink.TEXT : Ink.RIDE;
                marks.add(new Mark.Words(x0 + 6, 16, fits, ink, 11.5, false, false, -1));
            }
        }
        Painter.paint(canvas.getGraphicsContext2D(), getWidth(), HEIGHT, marks, Palette.of(light));
    }

    /** What is said before the name of a clip whose audio is not as it was. */
    private String gone(Clip clip) {
        Located.State state = clip.audio().map(a -> audio.state(a.file())).orElse(Located.State.THERE);
        return switch (state) {
            case THERE -> "";
            case GONE -> "! File not found: ";
            case CHANGED -> "! Another file: ";
        };
    }

    /** The clips that have layers. */
    private Set<String> layered() {
        return editing.session().lanes().stream()
                .filter(Lane::layered)
                .flatMap(lane -> lane.layers().stream())
                .map(Layer::clip)
                .collect(Collectors.toSet());
    }
}
