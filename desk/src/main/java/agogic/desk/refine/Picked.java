package agogic.desk.refine;

import agogic.core.edit.points.Chosen;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.PointPlace;
import agogic.core.session.Points;
import agogic.desk.model.Notice;
import agogic.formats.file.FormatException;
import agogic.formats.table.EnvelopeTable;
import java.util.BitSet;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;

/** The points that are chosen together with the one that is looked at, and what is done to all of them. */
final class Picked {
    private final Shown shown;
    private BitSet points = new BitSet();

    Picked(Shown shown) {
        this.shown = shown;
    }

    /** True if there are several. */
    boolean many() {
        return there().cardinality() > 1;
    }

    /** Those of the chosen that the lane has: another lane, or fewer points, may have come since. */
    private BitSet there() {
        BitSet there = (BitSet) points.clone();
        int size = shown.lane() == null ? 0 : shown.lane().envelope().size();
        if (there.length() > size) {
            there.clear(size, there.length());
        }
        return there;
    }

    /** All that are chosen, also if it is but one. */
    BitSet all() {
        BitSet all = there();
        if (shown.any()) {
            all.set(shown.chosen());
        }
        return all;
    }

    boolean has(int point) {
        return points.get(point);
    }

    /** Only the one that is looked at is chosen. */
    void only(int point) {
        points.clear();
        if (point >= 0) {
            points.set(point);
        }
    }

    /** What was chosen of an envelope and is in another stays chosen. */
    void follow(Envelope then, Envelope now) {
        BitSet there = new BitSet();
        points.stream()
                .filter(i -> i < then.size())
                .map(i -> PointPlace.of(then.point(i), i, now))
                .filter(i -> i >= 0)
                .forEach(there::set);
        points = there;
    }

    /** A point more, or one less. */
    void turn(int point) {
        BitSet kept = all();
        kept.flip(point);
        set(kept, kept.get(point) ? point : kept.nextSetBit(0));
    }

    /** Everything from the one that is looked at to this one. */
    void upTo(int point) {
        BitSet kept = all();
        kept.set(Math.min(point, Math.max(0, shown.chosen())), Math.max(point, shown.chosen()) + 1);
        set(kept, point);
    }

    private void set(BitSet chosen, int looked) {
        shown.choose(looked);
        points = chosen;
        shown.choosing();
        shown.notices().say(Notice.plain("Chosen", spoken() + "."));
    }

    /** {@code 5 points from 9.1.00 to 12.3.00}. */
    String spoken() {
        BitSet all = all();
        if (all.isEmpty()) {
            return "No point";
        }
        Envelope envelope = shown.lane().envelope();
        int first = all.nextSetBit(0);
        int last = all.length() - 1;
        int n = all.cardinality();
        return n == 1
                ? ShownWords.point(shown, first)
                : n + " points from " + shown.editing().timeline().printBars(shown.beat(envelope.time(first))) + " to "
                        + shown.editing().timeline().printBars(shown.beat(envelope.time(last)));
    }

    /** Chooses what lies in ranges that are said in words. */
    void choose(String words) {
        try {
            BitSet found = Chosen.in(shown.editing().session(), shown.target(), shown.layer(), words);
            if (found.isEmpty()) {
                shown.notices().refuse("No point lies there.");
                return;
            }
            set(found, found.nextSetBit(0));
        } catch (IllegalArgumentException e) {
            shown.notices().refuse(e.getMessage());
        }
    }

    /** Chooses what lies in a part of the picture, in lane time and value. */
    void box(double from, double to, double low, double high) {
        Envelope envelope = shown.lane().envelope();
        BitSet found = new BitSet();
        for (int i = Math.max(0, envelope.firstAtOrAfter(from)); i < envelope.size() && envelope.time(i) <= to; i++) {
            found.set(i, envelope.value(i) >= low && envelope.value(i) <= high);
        }
        if (!found.isEmpty()) {
            set(found, found.nextSetBit(0));
        }
    }

    /** Moves all, one step with the move just before. */
    void move(double later, double higher) {
        BitSet moved = all();
        int looked = shown.chosen();
        if (!shown.editing()
                .editOn(
                        "Move " + moved.cardinality() + " points",
                        List.of("points", shown.target(), shown.layer(), moved),
                        s -> Chosen.move(s, shown.target(), shown.layer(), moved, later, higher))) {
            return;
        }
        shown.looksAt(Math.min(looked, shown.lane().envelope().size() - 1));
        points = moved;
        points.clear(Math.min(points.length(), shown.lane().envelope().size()), Math.max(points.length(), 1));
        shown.choosing();
        shown.notices().say(Notice.good("Moved", spoken() + "."));
    }

    void delete() {
        BitSet gone = all();
        String told = spoken();
        if (!shown.editing().edit("Delete points", s -> Chosen.delete(s, shown.target(), shown.layer(), gone))) {
            return;
        }
        only(-1);
        shown.choose(-1);
        undoable("Deleted", told);
    }

    private void undoable(String head, String told) {
        shown.editing().did(head, told + ".");
    }

    /** They stay equal from now on. */
    void tie() {
        BitSet all = all();
        String value =
                shown.any() ? shown.parameter().print(shown.lane().envelope().value(all.nextSetBit(0))) : "";
        if (shown.editing()
                .edit(
                        "Keep points equal",
                        s -> Points.tie(
                                s,
                                shown.target(),
                                shown.layer(),
                                all.stream().boxed().toList()))) {
            points = all;
            shown.choosing();
            undoable("Equal", spoken() + " are at " + value + " and stay equal: move one, and all move");
        }
    }

    /** The one that is looked at is on its own again. */
    void part() {
        int point = shown.chosen();
        if (shown.editing().edit("Part a point", s -> Points.part(s, shown.target(), shown.layer(), point))) {
            shown.notices().say(Notice.good("Separated", ShownWords.point(shown, point) + "."));
        }
    }

    /** All that are chosen, or all there are, as a table. */
    void copy() {
        BitSet all = all();
        if (all.cardinality() < 2) {
            all.set(0, shown.lane().envelope().size());
        }
        if (all.isEmpty()) {
            shown.notices().refuse("There are no points to copy.");
            return;
        }
        List<Point> taken = Chosen.taken(shown.editing().session(), shown.target(), shown.layer(), all);
        ClipboardContent content = new ClipboardContent();
        content.putString(EnvelopeTable.text(Envelope.of(taken), true));
        Clipboard.getSystemClipboard().setContent(content);
        shown.notices()
                .say(Notice.good(
                        "Copied", taken.size() + " points, as a table: they can be pasted here or in a spreadsheet."));
    }

    /** What the clipboard has, from the playhead on. */
    void paste() {
        String text = Clipboard.getSystemClipboard().getString();
        if (text == null || text.isBlank()) {
            shown.notices().refuse("There is nothing on the clipboard. Copy points with Ctrl+C first.");
            return;
        }
        try {
            EnvelopeTable.Read read = EnvelopeTable.parse("The clipboard", text);
            Envelope beats = read.inBeats()
                    ? read.envelope()
                    : Envelope.of(read.envelope().points().stream()
                            .map(p -> p.at(shown.editing().timeline().beatAt(p.time()), p.value()))
                            .collect(Collectors.toList()));
            double by = Math.max(0, shown.riding().positionBeat()) - beats.time(0);
            List<Point> there = beats.mapped(1, by).points();
            if (shown.editing().edit("Paste points", s -> Chosen.paste(s, shown.target(), shown.layer(), there))) {
                int first = shown.lane()
                        .envelope()
                        .firstAtOrAfter(shown.seen().time(there.get(0).time()) - Points.SAME);
                double start = there.get(0).value();
                while (first + 1 < shown.lane().envelope().size()
                        && Math.abs(shown.lane().envelope().value(first) - start) > 1e-9
                        && shown.lane().envelope().time(first + 1)
                                <= shown.seen().time(there.get(0).time()) + Points.SAME) {
                    // The value before it stands at the same place.
                    first++;
                }
                BitSet pasted = new BitSet();
                pasted.set(first, Math.min(shown.lane().envelope().size(), first + there.size()));
                shown.choose(first);
                points = pasted;
                shown.choosing();
                shown.bars().reveal(there.get(0).time());
                undoable("Pasted", spoken());
            }
        } catch (FormatException e) {
            shown.notices().refuse(e.getMessage());
        }
    }
}
