package agogic.formats.midi;

import agogic.core.midi.Wire;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.score.Remark;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Track;
import agogic.core.time.Metre;
import agogic.core.time.Section;
import agogic.formats.file.SafeFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * A session as a Standard MIDI File: tempo, metre, markers, notes, and every lane as a controller. Who sends when is
 * decided by a {@link WirePlan}.
 */
public final class MidiExport {
    /** Notes that wait longer than this for the wire are told, in seconds. */
    private static final double LATE_SECONDS = 0.005;

    private final Session session;
    private final How how;
    /** So many ticks go before the first bar. */
    private final long lead;

    private final Numbers numbers;
    private final WirePlan plan;
    private final long end;
    private final List<List<SmfWriter.Event>> notesOfTrack = new ArrayList<>();
    private int noteCount;
    /** Null until it is written, and where no tempo is wanted. */
    private TempoSteps tempo;

    /**
     * What an export comes to.
     *
     * @param lanes how many are sent
     * @param left the parameters whose lanes are not sent, because nothing leads to them
     * @param ways how many travel by each way, for people
     * @param notice what differs from what was asked for, for people; empty if nothing does
     * @param notes how many notes
     * @param controllerMessages how many messages the lanes became
     * @param busiestShare the share of the wire that the busiest second takes
     * @param setupSeconds how long what everything stands at in the beginning takes on the wire; it stands at tick 0
     * @param greatestLoss the farthest that a listener ever is from a lane that does not step, normalised
     * @param lossText the same in the unit of {@code lossOf}, where it happens at {@code lossBeat}
     * @param switchLate the longest that a switch stands in another position than its lane says, in seconds
     * @param switchOf which switch that is, at {@code switchBeat}; empty if none is ever late
     */
    public record Report(
            int lanes,
            List<String> left,
            Map<String, Integer> ways,
            String notice,
            int notes,
            int controllerMessages,
            double busiestShare,
            double setupSeconds,
            double greatestLoss,
            String lossText,
            String lossOf,
            double lossBeat,
            double switchLate,
            String switchOf,
            double switchBeat) {}

    /**
     * How a session is written.
     *
     * @param wire what the cable carries; empty knows no limit
     * @param leadIn true if a bar goes before the first, in which all that stands at the beginning is set
     * @param tempo true if the tempo is written; without it the reader's own counts
     * @param finer true if what a file had at 7 bits is carried with its fine controller, where that is free
     */
    public record How(Fineness fineness, Optional<Wire> wire, boolean leadIn, boolean finer, boolean tempo) {
        /** With the tempo. */
        public How(Fineness fineness, Optional<Wire> wire, boolean leadIn, boolean finer) {
            this(fineness, wire, leadIn, finer, true);
        }

        /** Without a lead-in, each controller as it was. */
        public static How of(Fineness fineness, Optional<Wire> wire) {
            return new How(fineness, wire, false, false);
        }
    }

    /** An export that is made, not written. */
    public record Made(byte[] file, Report report) {}

    /** What was remarked, by track; of the piece, and of tracks that it has not, under an empty name. */
    private final Map<String, List<Remark>> remarks;

    private MidiExport(Session session, How how, boolean keeping) {
        this.session = session;
        this.how = how;
        lead = how.leadIn()
                ? SmfWriter.tick(session.timeline().metre().metreOfBar(1).quartersInBar())
                : 0;
        numbers = Numbers.of(session, how.fineness(), how.finer());
        end = SmfWriter.tick(session.length());
        Set<String> known = session.tracks().stream().map(Track::id).collect(Collectors.toSet());
        remarks = session.remarks().stream()
                .collect(Collectors.groupingBy(r -> known.contains(r.track()) ? r.track() : ""));
        TreeMap<Long, Integer> noteBytes = new TreeMap<>();
        for (Track track : session.tracks()) {
            notesOfTrack.add(notes(track, noteBytes));
        }
        double leadSeconds = SmfWriter.beat(lead)
                * 60
                / session.timeline().tempo().points().get(0).bpm();
        WirePlan begun = new WirePlan(session, numbers.lines(), how.wire(), noteBytes, end);
        plan = (keeping ? begun.keeping() : begun).run(leadSeconds);
    }

    /**
     * Writes the session to {@code path}; an empty {@code wire} knows no limit.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static Report write(Path path, Session session, Fineness fineness, Optional<Wire> wire) throws IOException {
        return write(path, session, How.of(fineness, wire));
    }

    /**
     * Writes the session to {@code path}.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static Report write(Path path, Session session, How how) throws IOException {
        Made made = make(session, how);
        SafeFile.write(path, out -> out.write(made.file()));
        return made.report();
    }

    /** The session as the bytes of a file, with what it came to. */
    public static Made make(Session session, Fineness fineness, Optional<Wire> wire) {
        return make(session, How.of(fineness, wire));
    }

    /**
     * The session as the bytes of a file, with what it came to.
     *
     * @throws IllegalArgumentException in words for people if an event lies farther behind the one before than a file
     *     can say
     */
    public static Made make(Session session, How how) {
        MidiExport export = new MidiExport(session, how, false);
        byte[] file = export.file();
        return new Made(file, export.report());
    }

    /** A file that is made, with what each of its lines does, the one that is farthest from its lane first. */
    public record Plot(Made made, List<OnWire> lines) {}

    /**
     * As {@link #make(Session, How)}, with what each line does on the wire.
     *
     * @throws IllegalArgumentException in words for people if an event lies farther behind the one before than a file
     *     can say
     */
    public static Plot plot(Session session, How how) {
        MidiExport export = new MidiExport(session, how, true);
        byte[] file = export.file();
        return new Plot(
                new Made(file, export.report()),
                export.plan.senders().stream()
                        .map(Sender::onWire)
                        .sorted(Comparator.comparingDouble(OnWire::loss).reversed())
                        .toList());
    }

    private Report report() {
        int messages = 0;
        Sender worst = null;
        Sender latest = null;
        for (Sender sender : plan.senders()) {
            messages += sender.messages();
            worst = worst == null || sender.listener().lost() > worst.listener().lost() ? sender : worst;
            latest = sender.listener().late()
                            > (latest == null ? 0 : latest.listener().late())
                    ? sender
                    : latest;
        }
        return new Report(
                plan.senders().size(),
                left(),
                plan.ways(),
                notice(),
                noteCount,
                messages,
                plan.busiest(),
                plan.setup(),
                worst == null ? 0 : worst.listener().lost(),
                worst == null ? "nothing" : worst.listener().lostText(),
                worst == null ? "" : worst.lostName(),
                worst == null ? 0 : worst.listener().lostAt(),
                latest == null ? 0 : latest.listener().late(),
                latest == null ? "" : latest.lateName(),
                latest == null ? 0 : latest.listener().lateAt());
    }

    private String notice() {
        List<String> all = new ArrayList<>();
        int nrpn = numbers.spilt();
        if (how.fineness() != Fineness.NRPN && nrpn > 0) {
            all.add(nrpn + " of " + plan.senders().size()
                    + " lanes travel as NRPN: the free controllers of their channels are all taken.");
        }
        int coarse = numbers.coarse();
        if (how.fineness() != Fineness.SEVEN && coarse > 0) {
            int finer = how.finer() ? 0 : numbers.couldBeFiner();
            all.add((coarse == 1 ? "1 lane stays" : coarse + " lanes stay")
                    + " at 7 bits, as the controllers they came from"
                    + (finer > 0 ? "; " + finer + " of them can be carried finer." : "."));
        }
        if (tempo != null && tempo.ofRamps() > 0) {
            all.add("Tempo ramps are written as " + tempo.ofRamps() + " steps, at most "
                    + (tempo.farthest() <= 0.5
                            ? "half a tick"
                            : String.format(Locale.ROOT, "%.1f ticks", Math.ceil(tempo.farthest() * 10) / 10))
                    + " beside them.");
        }
        if (plan.notesLate() > LATE_SECONDS) {
            all.add(String.format(
                    Locale.ROOT,
                    "Notes wait up to %.0f ms on the cable for what is set at their moment.",
                    plan.notesLate() * 1000));
        }
        return String.join(" ", all);
    }

    private List<String> left() {
        return numbers.left().stream()
                .map(lane -> TargetName.of(session, lane.target()))
                .toList();
    }

    private List<SmfWriter.Event> notes(Track track, TreeMap<Long, Integer> bytes) {
        List<SmfWriter.Event> events = new ArrayList<>();
        int channel = track.channel() - 1;
        for (Clip clip : track.played()) {
            for (Note note : clip.notes()) {
                if (note.beat() >= clip.length()) {
                    continue;
                }
                long on = SmfWriter.tick(clip.beat() + note.beat());
                long off = Math.max(
                        on + 1, SmfWriter.tick(clip.beat() + Math.min(clip.length(), note.beat() + note.length())));
                events.add(
                        new SmfWriter.Event(on, 3, SmfWriter.message(0x90 | channel, note.pitch(), note.velocity())));
                events.add(
                        new SmfWriter.Event(off, 1, SmfWriter.message(0x80 | channel, note.pitch(), note.release())));
                bytes.merge(on, 3, Integer::sum);
                bytes.merge(off, 3, Integer::sum);
                noteCount++;
            }
        }
        return events;
    }

    private byte[] file() {
        SmfWriter writer = new SmfWriter();
        List<SmfWriter.Event> conductor = new ArrayList<>();
        conductor.add(new SmfWriter.Event(0, 0, SmfWriter.text(3, session.name())));
        conductor.addAll(remarks(""));
        conductor.addAll(later(timed(), 0));
        writer.track(conductor, end + lead);
        for (int t = 0; t < session.tracks().size(); t++) {
            Track track = session.tracks().get(t);
            List<SmfWriter.Event> events = later(notesOfTrack.get(t), 0);
            events.add(new SmfWriter.Event(0, 0, SmfWriter.text(3, track.name())));
            events.addAll(remarks(track.id()));
            for (Sender sender : plan.senders()) {
                if (sender.line().track().equals(track.id())) {
                    events.addAll(later(sender.events(), sender.setUp()));
                    if (!said(track.id(), sender.line().description(session))) {
                        events.add(new SmfWriter.Event(
                                0, 1, SmfWriter.text(1, sender.line().description(session))));
                    }
                }
            }
            writer.track(events, end + lead);
        }
        return writer.file();
    }

    /** True if the file that the piece came from has this text already. */
    private boolean said(String track, String text) {
        return remarks.getOrDefault(track, List.of()).stream()
                .anyMatch(r -> r.kind() == Remark.Kind.TEXT && r.words().equals(text));
    }

    /** What was remarked of a track, or, of an empty id, of the piece and of tracks that it has not. */
    private List<SmfWriter.Event> remarks(String track) {
        List<SmfWriter.Event> events = new ArrayList<>();
        for (Remark remark : remarks.getOrDefault(track, List.of())) {
            long at = SmfWriter.tick(remark.beat());
            if (at <= end) {
                // What holds from the first on holds in a lead-in, too.
                events.add(new SmfWriter.Event(at == 0 ? 0 : at + lead, 0, meta(remark)));
            }
        }
        return events;
    }

    private static byte[] meta(Remark remark) {
        int type = remark.kind().number();
        String[] parts = remark.words().split(" ");
        return switch (remark.kind()) {
            case KEY -> SmfWriter.meta(
                    type, new byte[] {Byte.parseByte(parts[0]), (byte) (parts[1].equals("minor") ? 1 : 0)});
            case PORT -> SmfWriter.meta(type, new byte[] {Byte.parseByte(parts[0])});
            case OFFSET -> {
                byte[] data = new byte[parts.length];
                for (int i = 0; i < data.length; i++) {
                    data[i] = (byte) Integer.parseInt(parts[i]);
                }
                yield SmfWriter.meta(type, data);
            }
            default -> SmfWriter.text(type, remark.words());
        };
    }

    /** Events behind the lead-in; the first so many stay at the beginning. */
    private List<SmfWriter.Event> later(List<SmfWriter.Event> events, int first) {
        if (lead == 0) {
            return new ArrayList<>(events);
        }
        List<SmfWriter.Event> all = new ArrayList<>(events.size());
        for (int i = 0; i < events.size(); i++) {
            SmfWriter.Event one = events.get(i);
            all.add(i < first ? one : new SmfWriter.Event(one.tick() + lead, one.order(), one.bytes()));
        }
        return all;
    }

    /** Metre, tempo and sections. What holds in the first bar holds in the lead-in. */
    private List<SmfWriter.Event> timed() {
        List<SmfWriter.Event> conductor = new ArrayList<>();
        for (Metre metre : session.timeline().metre().metres()) {
            byte[] data = {(byte) metre.beatsInBar(), (byte) Integer.numberOfTrailingZeros(metre.beatUnit()), 24, 8};
            long at = begins(SmfWriter.tick(session.timeline().metre().beatOfBar(metre.bar())));
            if (at <= end) {
                conductor.add(new SmfWriter.Event(at, 1, SmfWriter.meta(0x58, data)));
            }
        }
        if (how.tempo()) {
            tempo(conductor);
        }
        for (Section section : session.sections()) {
            long at = SmfWriter.tick(section.beat());
            if (at <= end) {
                conductor.add(new SmfWriter.Event(at, 3, SmfWriter.text(6, section.name())));
            }
        }
        return conductor;
    }

    /** Where what holds from a tick on is written: what holds from the first on holds before it, too. */
    private long begins(long tick) {
        return tick <= 0 ? -lead : tick;
    }

    private void tempo(List<SmfWriter.Event> events) {
        tempo = new TempoSteps(session.timeline().tempo(), session.length(), end);
        for (TempoSteps.Step step : tempo.steps()) {
            int micros = step.micros();
            byte[] data = {(byte) (micros >> 16), (byte) (micros >> 8), (byte) micros};
            events.add(new SmfWriter.Event(begins(step.tick()), 2, SmfWriter.meta(0x51, data)));
        }
    }
}
