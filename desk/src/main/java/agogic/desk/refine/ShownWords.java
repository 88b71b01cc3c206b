package agogic.desk.refine;

import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import agogic.core.parameter.Parameter;
import java.util.stream.IntStream;

/** What is shown, in words. */
final class ShownWords {
    private ShownWords() {}

    /** {@code point 5 of 14, bar 20 beat 2, 2.41 kHz, hold}. */
    static String point(Shown shown, int point) {
        Envelope envelope = shown.lane().envelope();
        return "point " + (point + 1) + " of " + envelope.size() + ", "
                + shown.editing().timeline().speakBars(shown.beat(envelope.time(point))) + ", "
                + shown.parameter().print(envelope.value(point)) + ", "
                + said(envelope.shape(point))
                + (envelope.pinned(point) ? ", pinned" : "")
                + (envelope.tie(point) == 0 ? "" : ", equal to " + mates(shown, point) + " more");
    }

    private static int mates(Shown shown, int point) {
        Envelope envelope = shown.lane().envelope();
        return (int) IntStream.range(0, envelope.size())
                        .filter(i -> envelope.tie(i) == envelope.tie(point))
                        .count()
                - 1;
    }

    /** {@code bar 20 beat 2, 2.41 kHz}. */
    static String place(Shown shown, int point) {
        return shown.editing()
                        .timeline()
                        .speakBars(shown.beat(shown.lane().envelope().time(point))) + ", "
                + shown.parameter().print(shown.lane().envelope().value(point));
    }

    private static String said(Shape shape) {
        boolean more = shape.drawable() && shape.amount() != 0;
        return shape.kind().spoken() + (more ? String.format(java.util.Locale.ROOT, " %.2f", shape.amount()) : "");
    }

    /** The whole picture in words: what is shown, and how far the points are from the hand. */
    static String picture(Shown shown) {
        Parameter parameter = shown.parameter();
        Envelope envelope = shown.lane().envelope();
        String lies = envelope.isEmpty()
                ? "no points"
                : envelope.size() + " points from "
                        + shown.editing().timeline().speakBars(shown.beat(envelope.time(0))) + " to "
                        + shown.editing().timeline().speakBars(shown.beat(envelope.time(envelope.size() - 1)));
        String hand = shown.model() == null
                ? ", drawn by hand"
                : ", ride " + shown.model().ride().number() + ", farthest from the hand "
                        + parameter.printDifference(shown.model().refined().farthest()) + " at "
                        + shown.editing()
                                .timeline()
                                .speakBars(shown.beat(shown.model().refined().farthestAt()));
        String kind = shown.layer() == 0
                ? ""
                : ", " + Layers.kind(shown.editing().session(), shown.seen().layer());
        return parameter.name() + kind + ", " + lies + hand + ", "
                + shown.bars().words() + " in the picture";
    }
}
