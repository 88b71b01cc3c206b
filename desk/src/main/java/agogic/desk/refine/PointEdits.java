package agogic.desk.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.LayerStack;
import agogic.core.parameter.Parameter;
import agogic.core.session.Points;
import agogic.desk.model.Notice;
import agogic.desk.parts.SegmentShapes;
import java.util.List;

/** What is done to the point that is chosen in Refine, or to all that are, and to the way that goes on from it. */
final class PointEdits {
    private final Shown shown;

    PointEdits(Shown shown) {
        this.shown = shown;
    }

    /** Adds a point, or moves the one that stands there, and shows it; also where it stands so already. */
    void add(double laneTime, double to) {
        int before = shown.lane().envelope().size();
        boolean done =
                shown.editing().edit("Add a point", s -> Points.add(s, shown.target(), shown.layer(), laneTime, to));
        int there = shown.lane().envelope().lastAtOrBefore(laneTime + Points.SAME);
        boolean stands = there >= 0 && Math.abs(shown.lane().envelope().time(there) - laneTime) <= Points.SAME;
        if (!stands) {
            return;
        }
        shown.choose(there);
        if (done) {
            boolean fresh = shown.lane().envelope().size() > before;
            shown.notices().say(Notice.good(fresh ? "Added" : "Set", ShownWords.point(shown, there) + "."));
        }
        shown.bars().reveal(shown.beat(shown.lane().envelope().time(there)));
    }

    void addAtPlayhead() {
        if (shown.lane() == null) {
            shown.notices().refuse("Select a route first: there is no lane here.");
            return;
        }
        double beat = Math.max(
                0, Math.min(shown.editing().session().length(), shown.riding().positionBeat()));
        double at = shown.seen().time(beat);
        add(at, LayerStack.valueAt(shown.lane(), at, shown.parameter()));
    }

    void deleteChosen() {
        if (shown.picked().many()) {
            shown.picked().delete();
        } else if (shown.chosen() >= 0) {
            int point = shown.chosen();
            String gone = ShownWords.point(shown, point);
            if (shown.editing()
                    .edit("Delete point " + (point + 1), s -> Points.delete(s, shown.target(), shown.layer(), point))) {
                // The next one is chosen.
                shown.choose(Math.min(point, shown.lane().envelope().size() - 1));
                shown.editing().did("Deleted", gone + ".");
            }
        } else {
            refuse();
        }
    }

    /** Moves the chosen point in time, by so many beats. */
    void shift(double beats) {
        if (shown.chosen() < 0
                || shown.lane() == null
                || shown.chosen() >= shown.lane().envelope().size()) {
            refuse();
            return;
        }
        if (shown.picked().many()) {
            int first = shown.picked().all().nextSetBit(0);
            double from = shown.lane().envelope().time(first);
            shown.picked().move(shown.seen().time(Math.max(0, shown.beat(from) + beats)) - from, 0);
            return;
        }
        int point = shown.chosen();
        Point one = shown.lane().envelope().point(point);
        double beat = Math.max(0, Math.min(shown.editing().session().length(), shown.beat(one.time()) + beats));
        double time2 = shown.seen().time(beat);
        String was = ShownWords.place(shown, point);
        if (shown.editing()
                .editOn(
                        "Move point " + (point + 1),
                        List.of("point", shown.target(), shown.layer(), point),
                        s -> Points.move(s, shown.target(), shown.layer(), point, time2, one.value()))) {
            moved(point, was);
        }
    }

    void nudge(double by) {
        if (shown.chosen() >= 0) {
            int point = shown.chosen();
            Point one = shown.lane().envelope().point(point);
            Parameter parameter = shown.parameter();
            double step = parameter.stepped()
                    ? Math.signum(by) / parameter.positions().size()
                    : by;
            if (shown.picked().many()) {
                shown.picked().move(0, step);
                return;
            }
            String was = ShownWords.place(shown, point);
            if (shown.editing()
                    .editOn(
                            "Move point " + (point + 1),
                            List.of("point", shown.target(), shown.layer(), point),
                            s -> Points.move(
                                    s, shown.target(), shown.layer(), point, one.time(), one.value() + step))) {
                moved(point, was);
            }
        }
    }

    /** Says where a point is now, and where it was. */
    void moved(int point, String was) {
        int now = Math.min(point, shown.lane().envelope().size() - 1);
        if (now >= 0) {
            String is = ShownWords.place(shown, now);
            shown.editing()
                    .did(
                            "Moved",
                            ShownWords.point(shown, now)
                                    + (is.equals(was) ? ": it cannot go further." : "; it was " + was + "."));
        }
    }

    /** Goes on another way from the chosen point. */
    void go(SegmentShapes way) {
        if (shown.any()) {
            way.from(shown.editing(), shown.target(), shown.layer(), shown.chosen());
        } else {
            refuse();
        }
    }

    /** The way from the chosen point, if its amount can be drawn; else null. */
    Shape drawable() {
        Envelope envelope = shown.lane() == null ? Envelope.EMPTY : shown.lane().envelope();
        boolean way = shown.chosen() >= 0
                && shown.chosen() + 1 < envelope.size()
                && envelope.shape(shown.chosen()).drawable();
        return way ? envelope.shape(shown.chosen()) : null;
    }

    /** Where the handle of that way is: lane time and value. */
    double[] handle() {
        Envelope envelope = shown.lane().envelope();
        double time = envelope.time(shown.chosen())
                + (envelope.time(shown.chosen() + 1) - envelope.time(shown.chosen()))
                        * drawable().handle();
        return new double[] {time, envelope.valueAt(time)};
    }

    /** Draws the way from the chosen point so that it has this value at its handle. */
    void drawThrough(double value) {
        double from = shown.lane().envelope().value(shown.chosen());
        double whole = shown.lane().envelope().value(shown.chosen() + 1) - from;
        if (whole != 0) {
            shape(drawable().through((value - from) / whole));
        }
    }

    /** More or less of the shape of the way from the chosen point. */
    void more(double amount) {
        Shape way = drawable();
        if (way == null) {
            shown.notices().refuse("The segment after the chosen point has no amount: only bent and S have one.");
            return;
        }
        double changed = Math.max(-1, Math.min(1, Math.rint(100 * (way.amount() + amount)) / 100));
        shape(way.kind() == Shape.Kind.S ? Shape.s(changed) : Shape.bent(changed == 0 ? amount : changed));
        shown.editing().settle();
    }

    private void shape(Shape changed) {
        int point = shown.chosen();
        shown.editing()
                .editOn(
                        "Shape of point " + (point + 1),
                        List.of("amount", shown.target(), shown.layer(), point),
                        s -> Points.shape(s, shown.target(), shown.layer(), point, changed));
    }

    private void refuse() {
        shown.notices().refuse("No point is chosen. Choose one in the list or with the arrow keys in the picture.");
    }
}
