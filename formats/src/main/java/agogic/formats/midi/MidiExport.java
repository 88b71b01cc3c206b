package agogic.formats.midi;

import agogic.core.midi.Wire;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Track;
import agogic.core.time.Metre;
import agogic.core.time.Section;
import agogic.core.time.TempoPoint;
import agogic.formats.file.SafeFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A session as a Standard MIDI File: tempo, metre, markers, notes, and every lane as a controller. Who sends when is
 * decided by a {@link WirePlan}.
 */
public final class MidiExport {
    /** How far apart a tempo ramp is written as steps, in quarter notes. */
    private static final double RAMP_STEP = 0.25;

    /** A ramp is written in no more steps than this. */
    private static final int MOST_STEPS = 4096;

    private final Session session;
    private final Fineness fineness;
    private final Numbers numbers;
    private final WirePlan plan;
    private final long end;
    private final List<List<SmfWriter.Event>> notesOfTrack = new ArrayList<>();
    private int noteCount;

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

    /** An export that is made, not written. */
    public record Made(byte[] file, Report report) {}

    private MidiExport(Session session, Fineness fineness, Optional<Wire> wire) {
        this.session = session;
        this.fineness = fineness;
        numbers = Numbers.of(session, fineness);
        end = WirePlan.tick(session.length());
        TreeMap<Long, Integer> noteBytes = new TreeMap<>();
        for (Track track : session.tracks()) {
            notesOfTrack.add(notes(track, noteBytes));
        }
        plan = new WirePlan(session, numbers.lines(), wire, noteBytes, end).run();
    }

    /** Writes the session to {@code path}; an empty {@code wire} knows no limit. */
    public static Report write(Path path, Session session, Fineness fineness, Optional<Wire> wire) throws IOException {
        Made made = make(session, fineness, wire);
        SafeFile.write(path, out -> out.write(made.file()));
        return made.report();
    }

    /** The session as the bytes of a file, with what it came to. */
    public static Made make(Session session, Fineness fineness, Optional<Wire> wire) {
        MidiExport export = new MidiExport(session, fineness, wire);
        return new Made(export.file(), export.report());
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
        int nrpn = plan.ways().getOrDefault("NRPN", 0);
        return fineness == Fineness.NRPN || nrpn == 0
                ? ""
                : nrpn + " of " + plan.senders().size()
                        + " lanes travel as NRPN: the free controllers of their channels are all taken.";
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
                long on = WirePlan.tick(clip.beat() + note.beat());
                long off = Math.max(
                        on + 1, WirePlan.tick(clip.beat() + Math.min(clip.length(), note.beat() + note.length())));
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
        for (Metre metre : session.timeline().metre().metres()) {
            byte[] data = {(byte) metre.beatsInBar(), (byte) Integer.numberOfTrailingZeros(metre.beatUnit()), 24, 8};
            long at = WirePlan.tick(session.timeline().metre().beatOfBar(metre.bar()));
            if (at <= end) {
                conductor.add(new SmfWriter.Event(at, 1, SmfWriter.meta(0x58, data)));
            }
        }
        tempo(conductor);
        for (Section section : session.sections()) {
            long at = WirePlan.tick(section.beat());
            if (at <= end) {
                conductor.add(new SmfWriter.Event(at, 3, SmfWriter.text(6, section.name())));
            }
        }
        writer.track(conductor, end);
        for (int t = 0; t < session.tracks().size(); t++) {
            Track track = session.tracks().get(t);
            List<SmfWriter.Event> events = new ArrayList<>(notesOfTrack.get(t));
            events.add(new SmfWriter.Event(0, 0, SmfWriter.text(3, track.name())));
            for (Sender sender : plan.senders()) {
                if (sender.line().track().equals(track.id())) {
                    events.addAll(sender.events());
                    events.add(new SmfWriter.Event(0, 1, SmfWriter.text(1, sender.description())));
                }
            }
            writer.track(events, end);
        }
        return writer.file();
    }

    private void tempo(List<SmfWriter.Event> events) {
        List<TempoPoint> points = session.timeline().tempo().points();
        for (int i = 0; i < points.size(); i++) {
            TempoPoint point = points.get(i);
            if (WirePlan.tick(point.beat()) > end) {
                return;
            }
            boolean ramp = point.ramp() && i + 1 < points.size();
            double until = ramp ? points.get(i + 1).beat() : point.beat();
            double step = Math.max(RAMP_STEP, (Math.min(until, session.length()) - point.beat()) / MOST_STEPS);
            double beat = point.beat();
            do {
                double next = Math.min(until, beat + step);
                // The mean tempo of each step, so that every step ends when the ramp does.
                double seconds = next > beat
                        ? (session.timeline().secondsAt(next)
                                        - session.timeline().secondsAt(beat))
                                / (next - beat)
                        : 60 / point.bpm();
                int micros = (int) Math.max(1, Math.min(0xFFFFFF, Math.round(seconds * 1e6)));
                byte[] data = {(byte) (micros >> 16), (byte) (micros >> 8), (byte) micros};
                events.add(new SmfWriter.Event(WirePlan.tick(beat), 2, SmfWriter.meta(0x51, data)));
                beat = next;
            } while (beat < until - 1e-9 && WirePlan.tick(beat) <= end);
        }
    }
}
