package agogic.desk.refine;

import agogic.core.lane.Stretch;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.parts.EnvelopeMarks;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/** The takes of a lane, as marks: which lies over which, and the one that is looked at. */
final class TakeMarks {
    /** So much of the height they need, in pixels. */
    static final double ROOM = 40;

    /** How large letters are, in pixels. */
    private static final double LETTER = 11.5;
    /** How wide one is in the middle, as a part of that. */
    private static final double WIDE = 0.5;

    private TakeMarks() {}

    /**
     * Draws them at the foot of a picture.
     *
     * @param looked the one that is looked at; null for none
     * @param height of the picture, in pixels
     * @param x where a time of the lane lies, in pixels
     */
    static void draw(
            List<Mark> marks,
            List<Stretch> all,
            Stretch looked,
            EnvelopeMarks.Field f,
            double height,
            DoubleUnaryOperator x) {
        int[] rows = rows(all);
        int most = Arrays.stream(rows).max().orElse(0) + 1;
        double whole = most > 1 ? 34 : 26;
        double top = height - ROOM + 32 - whole;
        marks.add(new Mark.Words(8, top + whole / 2 + 5, "Takes", Ink.QUIET, 11.5, false, false, -1));
        marks.add(new Mark.Box(f.left(), top, f.width(), whole, 6, Ink.PANEL, Ink.NONE, 0));
        double tall = whole / most;
        for (int i = 0; i < all.size(); i++) {
            Stretch stretch = all.get(i);
            double x0 = Math.max(f.left(), x.applyAsDouble(stretch.from()));
            double x1 = Math.min(f.left() + f.width(), x.applyAsDouble(stretch.to()));
            if (x1 > x0) {
                boolean shown = stretch.equals(looked);
                // The one that is heard lies at the top, as it does over the others.
                double y = top + (most - 1 - rows[i]) * tall;
                double gap = most > 1 ? 1 : 0;
                marks.add(new Mark.Box(
                        x0,
                        y,
                        Math.max(1, x1 - x0 - 1),
                        Math.max(2, tall - gap),
                        Math.min(6, tall / 3),
                        Ink.RIDE_SOFT,
                        shown ? Ink.RIDE : Ink.NONE,
                        1.4));
                double size = Math.min(LETTER, tall - 6);
                String words = words(stretch, (x1 - x0 - 20) / (WIDE * size));
                if (!words.isEmpty() && tall >= 12) {
                    marks.add(new Mark.Words(x0 + 10, y + tall / 2 + 4, words, Ink.TEXT, size, false, false, -1));
                }
            }
        }
    }

    /** As much of what is to be said of a take as so many letters hold; empty if that is not even its name. */
    private static String words(Stretch take, double letters) {
        String name = take.name().isEmpty() ? "Ride " + take.ride().replaceAll("\\D", "") : take.name();
        String short_ = name + " · " + take.mode().spoken();
        return List.of(short_ + " · raw moves kept", short_, name).stream()
                .filter(words -> words.length() <= letters)
                .findFirst()
                .orElse("");
    }

    /** For each take how many lie under it where it is: takes of one bar lie one above the other. */
    private static int[] rows(List<Stretch> all) {
        int[] rows = new int[all.size()];
        for (int i = 0; i < rows.length; i++) {
            for (int under = 0; under < i; under++) {
                if (all.get(under).overlaps(all.get(i))) {
                    rows[i] = Math.max(rows[i], rows[under] + 1);
                }
            }
        }
        return rows;
    }
}
