package agogic.desk.surfaces;

import agogic.core.surface.Control;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import java.util.ArrayList;
import java.util.List;

/** A control as it is drawn: its body where it stands, what it moves, and what is said of it besides. */
final class ControlMarks {
    private static final int LIGHTS = 15;

    private final Control control;
    private final DrawnControl.Look look;
    private final double value;
    private final double place;
    private final double lights;
    private final boolean held;
    private final boolean pressed;

    /**
     * @param value where it stands, 0..1; NaN if it was never moved
     * @param lights what was sent back to be shown, 0..1; NaN if nothing was
     * @param held true while a hand is on it
     * @param pressed true if it does something when it is pressed, instead of being on or off
     */
    ControlMarks(Control control, DrawnControl.Look look, double value, double lights, boolean held, boolean pressed) {
        this.control = control;
        this.look = look;
        this.value = value;
        this.place = Double.isNaN(value) ? 0 : value;
        this.lights = lights;
        this.held = held;
        this.pressed = pressed;
    }

    /** The marks on {@code w} by {@code h} pixels. */
    List<Mark> of(double w, double h) {
        List<Mark> marks = new ArrayList<>();
        boolean idle = look.does().isEmpty();
        frame(marks, w, h);
        Ink ink = idle ? Ink.QUIET : Ink.HAND;
        double cx = w / 2;
        if (control.kind().presses()) {
            boolean turns = pressed;
            boolean on = turns ? look.reads().equals("on") : place >= 0.5;
            String word = turns ? look.does() : on ? "on" : "off";
            double half = turns ? Math.min(w / 2 - 4, 10 + 2.8 * word.length()) : 20;
            marks.add(new Mark.Box(cx - half, h / 2 - 8, 2 * half, 16, 8, on ? ink : Ink.RAISED, ink, 1.2));
            marks.add(new Mark.Words(cx, h / 2 + 4, word, on ? Ink.GROUND : Ink.QUIET, 10.5, false, false, 0));
            return marks;
        }
        double bottom = h - 56;
        if (control.kind().travels()) {
            double top = 12;
            double y = bottom - place * (bottom - top);
            marks.add(new Mark.Box(cx - 4, top - 4, 8, bottom - top + 8, 8, Ink.WELL, Ink.EDGE, 1));
            marks.add(new Mark.Box(cx - 3, y, 6, bottom - y + 3, 6, idle ? Ink.EDGE : Ink.HAND_SOFT, Ink.NONE, 0));
            if (control.shows() && !Double.isNaN(lights)) {
                double sy = bottom - lights * (bottom - top);
                marks.add(new Mark.Line(cx - 22, sy, cx - 12, sy, Ink.SOUND, 3, 0));
                marks.add(new Mark.Line(cx + 12, sy, cx + 22, sy, Ink.SOUND, 3, 0));
            }
            if (!Double.isNaN(look.waitsAt())) {
                double wy = bottom - look.waitsAt() * (bottom - top);
                marks.add(new Mark.Line(cx - 20, wy, cx + 20, wy, Ink.SOUND, 2, 0));
            }
            boolean known = !Double.isNaN(value);
            marks.add(new Mark.Box(
                    cx - 18, y - 8, 36, 16, 6, known ? ink : Ink.PANEL, held ? Ink.TEXT : ink, known ? 1.5 : 2));
            marks.add(new Mark.Line(cx - 12, y, cx + 12, y, known ? Ink.GROUND : ink, 1.6, 0));
        } else {
            double r = Math.min(24, (h - 50) / 2 - (control.shows() ? 7 : 2));
            double cy = (control.shows() ? 10 : 6) + r;
            marks.add(
                    new Mark.Disc(cx, cy, r, held ? Ink.HAND_SOFT : Ink.RAISED, ink, 2.2, Double.isNaN(value) ? 4 : 0));
            if (!Double.isNaN(look.waitsAt())) {
                double there = Math.toRadians(135 + 270 * look.waitsAt());
                marks.add(new Mark.Line(
                        cx + (r + 2) * Math.cos(there),
                        cy + (r + 2) * Math.sin(there),
                        cx + (r + 8) * Math.cos(there),
                        cy + (r + 8) * Math.sin(there),
                        Ink.SOUND,
                        3,
                        0));
            }
            for (int i = 0; i < LIGHTS && control.shows(); i++) {
                double there = Math.toRadians(135 + 270.0 * i / (LIGHTS - 1));
                boolean on = !Double.isNaN(lights) && i <= Math.round(lights * (LIGHTS - 1));
                marks.add(new Mark.Disc(
                        cx + (r + 5) * Math.cos(there),
                        cy + (r + 5) * Math.sin(there),
                        1.8,
                        on ? Ink.SOUND : Ink.EDGE,
                        Ink.NONE,
                        0,
                        0));
            }
            double angle = Math.toRadians(135 + 270 * place);
            marks.add(new Mark.Line(
                    cx + 0.35 * r * Math.cos(angle),
                    cy + 0.35 * r * Math.sin(angle),
                    cx + 0.85 * r * Math.cos(angle),
                    cy + 0.85 * r * Math.sin(angle),
                    ink,
                    3,
                    0));
        }
        boolean waits = !Double.isNaN(look.waitsAt());
        String line = waits ? "meet " + (look.waitsAt() > place ? "↑" : "↓") : control.name();
        marks.add(new Mark.Words(cx, h - 33, line, waits ? Ink.SOUND : Ink.QUIET, 11, false, waits, 0));
        marks.add(new Mark.Words(
                cx, h - 19, idle ? "free" : look.does(), idle ? Ink.QUIET : Ink.TEXT, 11.5, false, !idle, 0));
        marks.add(new Mark.Words(cx, h - 6, idle ? "" : look.reads(), Ink.SOUND, 11.5, true, false, 0));
        return marks;
    }

    /** What is said of the control besides what it does: chosen, heard, taken, in conflict, several things at a time. */
    private void frame(List<Mark> marks, double w, double h) {
        if (look.chosen()) {
            marks.add(new Mark.Box(1.5, 1.5, w - 3, h - 3, 10, Ink.RAISED, Ink.QUIET, 1.4));
        }
        if (look.state().equals("heard")) {
            marks.add(new Mark.Box(2, 2, w - 4, h - 4, 10, Ink.RIDE_SOFT, Ink.RIDE, 2));
        } else if (look.state().equals("taken")) {
            marks.add(new Mark.Box(2, 2, w - 4, h - 4, 10, Ink.HAND_SOFT, Ink.HAND, 1.6));
        }
        double badge = w - 12;
        if (look.trouble()) {
            marks.add(new Mark.Disc(badge, 12, 8, Ink.RIDE, Ink.NONE, 0, 0));
            marks.add(new Mark.Words(badge, 16, "!", Ink.GROUND, 12, false, true, 0));
            badge -= 20;
        }
        if (look.several() > 1 && h > 40) {
            marks.add(new Mark.Disc(badge, 12, 8, Ink.SPAN_SOFT, Ink.SPAN, 1.2, 0));
            marks.add(new Mark.Words(badge, 16, "" + look.several(), Ink.TEXT, 10.5, true, false, 0));
        }
    }
}
