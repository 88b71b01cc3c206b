package agogic.desk.export;

import agogic.core.device.Outside;
import agogic.core.edit.pass.Loosening;
import agogic.core.route.Target;
import agogic.core.session.Destination;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.MidiPart;
import agogic.formats.midi.Numbers;
import agogic.formats.midi.OnWire;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * What would lose less in a MIDI file, each tried by making that file: finer controllers, looser recipes of the rides that
 * fill the wire, a wire without limit.
 *
 * @param mends what loses less
 * @param tried what was tried and does not, for people
 */
record LessLost(List<Mend> mends, List<String> tried) {
    /** A second in which something waits for longer than this counts as full, in seconds. */
    private static final double FULL = 0.01;

    /** What loses less than this part of it is worth an offer. */
    private static final double WORTH = 0.9;

    private static final int CHANNELS = 16;
    /** The channel that is kept for drums in General MIDI. */
    private static final int DRUMS = 10;

    /** Tolerances are tried so many times as wide, at the most. */
    private static final int LOOSEST = 8;

    /** So much of what fills the wire is loosened: first what takes most of it. */
    private static final double[] PARTS = {0.8, 1};

    /**
     * Something by which less would be lost.
     *
     * @param words what is done, for a button
     * @param effect what would be lost then
     * @param how how it is written then
     * @param then the piece, as it is then; the same one where only the writing is otherwise
     */
    record Mend(String words, String effect, Destination.How how, Session then) {}

    /** Tries them for a piece that was looked at. */
    static LessLost of(Session session, Destination.How choices, MidiExport.Report report, List<OnWire> lines) {
        List<Mend> mends = new ArrayList<>();
        List<String> tried = new ArrayList<>();
        double best = report.greatestLoss();
        Destination.How how = choices;
        if (best > 0 && how.midi().fine().equals(Fineness.SEVEN.word())) {
            Destination.How finer = how.withMidi(how.midi().withFine(Fineness.FOURTEEN.word()));
            double then = mend(mends, session, "Controllers of 14 bits", finer, best, "");
            if (then < best) {
                how = finer;
            } else {
                tried.add("finer controllers");
            }
            best = then;
        }
        if (report.greatestLoss() > 0 && choices.midi().cable()) {
            looser(mends, tried, session, choices, report.greatestLoss(), lines);
        }
        if (report.greatestLoss() > 0) {
            anotherChannel(mends, tried, session, choices, report.greatestLoss());
        }
        if (best > 0 && choices.midi().cable()) {
            Destination.How free = how.withMidi(how.midi().withCable(false));
            if (mend(mends, session, "More than a cable carries", free, best, "") == best) {
                tried.add("a faster wire");
            }
        }
        return new LessLost(List.copyOf(mends), List.copyOf(tried));
    }

    /** The rides that fill the wire, looser: the least loose that is worth it. */
    private static void looser(
            List<Mend> mends,
            List<String> tried,
            Session session,
            Destination.How how,
            double lost,
            List<OnWire> lines) {
        int tries = 0;
        for (double part : PARTS) {
            List<Target> fill = filling(session, lines, part);
            int rides = Loosening.rides(session, fill);
            if (rides == tries) {
                continue;
            }
            tries = rides;
            String which = rides == 1 ? "the ride that fills the wire" : "the " + rides + " rides that fill the wire";
            for (int factor = 2; factor <= LOOSEST; factor *= 2) {
                Session then = Loosening.of(session, fill, factor);
                String besides = "; " + points(session, fill) + " points become " + points(then, fill);
                String words = (factor == 2 ? "Twice" : factor + " times") + " the tolerance of " + which;
                if (mend(mends, then, words, how, lost, besides) < lost) {
                    return;
                }
            }
        }
        if (tries > 0) {
            tried.add("looser recipes of the rides that fill the wire");
        }
    }

    /** A track that shares its channel with others, where that has no controller free any more, on a channel of its own. */
    private static void anotherChannel(
            List<Mend> mends, List<String> tried, Session session, Destination.How how, double lost) {
        int free = free(session);
        Fineness fine = Fineness.of(how.midi().fine());
        if (free == 0 || fine == Fineness.NRPN) {
            return;
        }
        Numbers numbers = Numbers.of(session, fine);
        for (Track track : session.tracks()) {
            boolean spilt = numbers.lines().stream()
                    .anyMatch(l -> l.track().equals(track.id()) && l.number().way() == Outside.Way.NRPN);
            boolean shared = session.tracks().stream()
                    .anyMatch(t -> !t.id().equals(track.id()) && t.channel() == track.channel());
            boolean own = track.devices().stream()
                    .anyMatch(d -> session.device(d).channel().isPresent());
            if (!spilt || !shared || own) {
                continue;
            }
            Session then = session.with(track.onChannel(free));
            String words = track.name() + " on channel " + free;
            if (mend(mends, then, words, how, lost, "; its notes and controllers go there") >= lost) {
                tried.add(words);
            }
        }
    }

    /** The first channel that no track and no device has; not that of drums. 0 if none is left. */
    private static int free(Session session) {
        for (int channel = 1; channel <= CHANNELS; channel++) {
            int one = channel;
            boolean taken = session.tracks().stream().anyMatch(t -> t.channel() == one)
                    || session.devices().stream()
                            .anyMatch(d -> d.channel().filter(c -> c == one).isPresent());
            if (!taken && channel != DRUMS) {
                return channel;
            }
        }
        return 0;
    }

    private static int points(Session session, List<Target> targets) {
        return targets.stream().mapToInt(t -> session.lane(t).points()).sum();
    }

    /** The lanes with rides that take most of the seconds in which the wire is full, as many as make most of that. */
    private static List<Target> filling(Session session, List<OnWire> lines, double part) {
        int seconds = lines.stream().mapToInt(l -> l.bytes().length).max().orElse(0);
        boolean[] full = new boolean[seconds];
        for (OnWire line : lines) {
            for (int i = 0; i < line.waits().length; i++) {
                full[i] |= line.waits()[i] > FULL;
            }
        }
        List<OnWire> by = lines.stream()
                .filter(l -> Loosening.rides(session, l.targets()) > 0 && inFull(l, full) > 0)
                .sorted((a, b) -> Double.compare(inFull(b, full), inFull(a, full)))
                .toList();
        double most = part * by.stream().mapToDouble(l -> inFull(l, full)).sum();
        List<Target> targets = new ArrayList<>();
        double sum = 0;
        for (OnWire line : by) {
            if (sum < most) {
                targets.addAll(line.targets());
                sum += inFull(line, full);
            }
        }
        return targets;
    }

    private static double inFull(OnWire line, boolean[] full) {
        double sum = 0;
        for (int i = 0; i < line.bytes().length; i++) {
            sum += full[i] ? line.bytes()[i] : 0;
        }
        return sum;
    }

    /** Adds what is tried if it loses clearly less than {@code best}; what is lost then, or {@code best}. */
    private static double mend(
            List<Mend> mends, Session then, String words, Destination.How how, double best, String besides) {
        Session part = MidiPart.of(then, how.midi().content());
        MidiExport.Report report = MidiExport.make(part, HandOver.midi(how)).report();
        if (report.greatestLoss() > WORTH * best) {
            return best;
        }
        String effect = report.greatestLoss() > 0
                ? "then up to " + report.lossText() + " (" + report.lossOf() + ")"
                : "then nothing is beside its lane";
        mends.add(new Mend(words, effect + besides, how, then));
        return report.greatestLoss();
    }

    /** What came of it, for people. */
    String words() {
        String found = mends.stream().map(m -> m.words() + ": " + m.effect()).collect(Collectors.joining("; "));
        String not = tried.isEmpty() ? "" : "Tried, and no better: " + String.join(", ", tried) + ".";
        return found.isEmpty()
                ? not.isEmpty() ? "What is lost does not come from the wire or the controllers." : not
                : found + "." + (not.isEmpty() ? "" : " " + not);
    }
}
