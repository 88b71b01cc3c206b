package agogic.desk.refine;

import agogic.core.lane.Stretch;
import agogic.core.time.Timeline;
import agogic.desk.model.TimeWindow;

/** The bars of the lane that is shown which are seen. */
final class SeenBars {
    private final Shown shown;
    private final TimeWindow time;
    private Runnable looking = () -> {};

    /** At first all of the piece. */
    SeenBars(Shown shown) {
        this.shown = shown;
        time = new TimeWindow(shown.editing().session().length());
    }

    /** Tells one when others are seen. */
    void tell(Runnable whenSeen) {
        looking = whenSeen;
    }

    /** From where to where. */
    TimeWindow time() {
        return time;
    }

    /** Shows the bars of the stretch, or the whole piece. */
    void ofStretch() {
        if (shown.stretch() < 0) {
            time.show(0, shown.editing().session().length());
            return;
        }
        Stretch one = shown.lane().stretches().get(shown.stretch());
        Timeline timeline = shown.editing().timeline();
        double from = shown.beat(one.from());
        double to = shown.beat(one.to());
        double start = timeline.metre().beatOfBar(timeline.metre().barAt(from + 1e-6));
        double end = timeline.metre().beatOfBar(timeline.metre().barAt(to - 1e-6) + 1);
        double air = (end - start) * 0.015;
        time.show(start - air, end + air);
    }

    /** Brings a place into view, if it is not. */
    void reveal(double beat) {
        double width = time.to() - time.from();
        if (beat < time.from() || beat > time.to()) {
            time.show(beat - width / 2, beat + width / 2);
        }
        looking.run();
    }

    /** Zooms about the chosen point, or the playhead. */
    void zoom(double factor) {
        double about = shown.any()
                ? shown.beat(shown.lane().envelope().time(shown.chosen()))
                : shown.riding().positionBeat();
        boolean inside = about >= time.from() && about <= time.to();
        time.zoom(factor, inside ? about : (time.from() + time.to()) / 2);
        looking.run();
    }

    /** Shows the whole piece; again: the stretch. */
    void showAll() {
        boolean all = time.from() <= 0 && time.to() >= shown.editing().session().length();
        if (all && shown.lane() != null) {
            ofStretch();
        } else {
            time.show(0, shown.editing().session().length());
        }
        looking.run();
    }

    /** Scrolls in time by a part of what is seen. */
    void scroll(double part) {
        time.scroll(part * (time.to() - time.from()));
        looking.run();
    }

    /** The bars that are seen: {@code bars 27 to 33}. */
    String words() {
        int first = shown.editing().timeline().metre().barAt(time.from() + 1e-6);
        int last = shown.editing().timeline().metre().barAt(time.to() - 1e-6);
        return first >= last ? "bar " + first : "bars " + first + " to " + last;
    }
}
