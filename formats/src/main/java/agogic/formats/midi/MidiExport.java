package agogic.formats.midi;

import agogic.core.device.Outside;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeCursor;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.midi.Wire;
import agogic.core.parameter.Parameter;
import agogic.core.play.Heard;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Clip;
import agogic.core.session.Note;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import agogic.core.time.Metre;
import agogic.core.time.Section;
import agogic.core.time.TempoPoint;
import agogic.formats.file.SafeFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A session as a Standard MIDI File: tempo, metre, markers, notes, and every lane as a controller.
 *
 * <p>A controller is sent whenever its code changes, at the tick where it does. With a wire, never more is asked of it
 * than it carries: where all lanes together would, the lane that is farthest from what was last sent goes first.
 */
public final class MidiExport {
    /** How far apart a tempo ramp is written as steps, in quarter notes. */
    private static final double RAMP_STEP = 0.25;

    private final Session session;
    private final Numbers numbers;
    private final Heard heard;
    private final Optional<Wire> wire;
    private final List<Sender> senders = new ArrayList<>();
    /** How many send by number on each channel 1..16: one alone need not say its number again. */
    private final int[] addressedOnChannel = new int[17];

    /**
     * What an export comes to. {@code greatestLoss} is the farthest that a listener ever is from a lane, normalised (of what
     * moves in steps, in positions: a switch that stands wrong weighs more), and
     * {@code lossText} the same in the unit of {@code lossOf}; it happens at {@code lossBeat}. {@code left} names the
     * parameters whose lanes are not sent, because nothing leads to them.
     */
    public record Report(
            int lanes,
            List<String> left,
            int notes,
            int controllerMessages,
            double busiestShare,
            double greatestLoss,
            String lossText,
            String lossOf,
            double lossBeat) {}

    private MidiExport(Session session, Fineness fineness, Optional<Wire> wire) {
        this.session = session;
        this.wire = wire;
        numbers = Numbers.of(session, fineness);
        heard = new Heard(session);
        for (Numbers.Line line : numbers.lines()) {
            senders.add(new Sender(line));
            addressedOnChannel[line.number().channel()] += line.number().way() == Outside.Way.NRPN ? 1 : 0;
        }
    }

    /** Writes the session to {@code path}; an empty {@code wire} knows no limit. */
    public static Report write(Path path, Session session, Fineness fineness, Optional<Wire> wire) throws IOException {
        MidiExport export = new MidiExport(session, fineness, wire);
        Report report = export.run();
        byte[] file = export.file();
        SafeFile.write(path, out -> out.write(file));
        return report;
    }

    private final List<List<SmfWriter.Event>> notesOfTrack = new ArrayList<>();
    private int noteCount;

    private Report run() {
        TreeMap<Long, Integer> noteBytes = new TreeMap<>();
        for (Track track : session.tracks()) {
            notesOfTrack.add(notes(track, noteBytes));
        }
        long end = tick(session.length());
        double wireFree = Double.NEGATIVE_INFINITY;
        int running = 0;
        double[] busy = new double[(int) Math.ceil(session.seconds()) + 2];
        for (long tick = 0; tick <= end; tick++) {
            double beat = (double) tick / SmfWriter.TICKS;
            double seconds = session.timeline().secondsAt(beat);
            Integer bytes = noteBytes.get(tick);
            if (bytes != null && wire.isPresent()) {
                wireFree = Math.max(wireFree, seconds) + wire.get().seconds(bytes);
                spend(busy, seconds, wire.get().seconds(bytes));
                running = 0;
            }
            for (Sender sender : senders) {
                sender.look(beat, seconds);
            }
            if (wire.isEmpty()) {
                // Without a limit nobody waits for anybody.
                for (Sender sender : senders) {
                    if (sender.wants()) {
                        sender.send(tick, 0);
                    }
                }
            }
            while (wire.isPresent() && wireFree <= seconds) {
                Sender farthest = null;
                for (Sender sender : senders) {
                    if (sender.wants() && (farthest == null || sender.behind() > farthest.behind())) {
                        farthest = sender;
                    }
                }
                if (farthest == null) {
                    break;
                }
                int size = farthest.send(tick, running);
                running = 0xB0 | farthest.number.channel() - 1;
                wireFree = Math.max(wireFree, seconds) + wire.get().seconds(size);
                spend(busy, seconds, wire.get().seconds(size));
            }
            for (Sender sender : senders) {
                sender.judge(beat);
            }
        }
        return report(busy);
    }

    private static void spend(double[] busy, double seconds, double taken) {
        busy[(int) Math.max(0, Math.min(busy.length - 1, seconds))] += taken;
    }

    private Report report(double[] busy) {
        double busiest = 0;
        for (double share : busy) {
            busiest = Math.max(busiest, share);
        }
        int messages = 0;
        Sender worst = null;
        for (Sender sender : senders) {
            messages += sender.messages;
            worst = worst == null || sender.lost > worst.lost ? sender : worst;
        }
        return worst == null
                ? new Report(0, left(), noteCount, 0, busiest, 0, "nothing", "", 0)
                : new Report(
                        senders.size(),
                        left(),
                        noteCount,
                        messages,
                        busiest,
                        worst.lost,
                        worst.lostOf.printDifference(worst.lostInUnit),
                        session.device(worst.line.device()).name() + " · " + worst.lostOf.name(),
                        worst.lostAt);
    }

    private List<String> left() {
        return numbers.left().stream()
                .map(lane -> session.device(lane.target().device()).name() + " · "
                        + session.parameter(lane.target()).name())
                .toList();
    }

    private static long tick(double beat) {
        return Math.round(beat * SmfWriter.TICKS);
    }

    private List<SmfWriter.Event> notes(Track track, TreeMap<Long, Integer> bytes) {
        List<SmfWriter.Event> events = new ArrayList<>();
        int channel = track.channel() - 1;
        for (Clip clip : track.clips()) {
            for (Note note : clip.notes()) {
                if (note.beat() >= clip.length()) {
                    continue;
                }
                long on = tick(clip.beat() + note.beat());
                long off = Math.max(on + 1, tick(clip.beat() + Math.min(clip.length(), note.beat() + note.length())));
                events.add(
                        new SmfWriter.Event(on, 3, SmfWriter.message(0x90 | channel, note.pitch(), note.velocity())));
                events.add(new SmfWriter.Event(off, 1, SmfWriter.message(0x80 | channel, note.pitch(), 64)));
                bytes.merge(on, 3, Integer::sum);
                bytes.merge(off, 3, Integer::sum);
                noteCount++;
            }
        }
        return events;
    }

    private byte[] file() {
        SmfWriter writer = new SmfWriter();
        long end = tick(session.length());
        List<SmfWriter.Event> conductor = new ArrayList<>();
        conductor.add(new SmfWriter.Event(0, 0, SmfWriter.text(3, session.name())));
        for (Metre metre : session.timeline().metre().metres()) {
            byte[] data = {(byte) metre.beatsInBar(), (byte) Integer.numberOfTrailingZeros(metre.beatUnit()), 24, 8};
            long at = tick(session.timeline().metre().beatOfBar(metre.bar()));
            conductor.add(new SmfWriter.Event(at, 1, SmfWriter.meta(0x58, data)));
        }
        tempo(conductor);
        for (Section section : session.sections()) {
            conductor.add(new SmfWriter.Event(tick(section.beat()), 3, SmfWriter.text(6, section.name())));
        }
        writer.track(conductor, end);
        for (int t = 0; t < session.tracks().size(); t++) {
            Track track = session.tracks().get(t);
            List<SmfWriter.Event> events = new ArrayList<>(notesOfTrack.get(t));
            events.add(new SmfWriter.Event(0, 0, SmfWriter.text(3, track.name())));
            for (Sender sender : senders) {
                if (sender.line.track().equals(track.id())) {
                    events.addAll(sender.events);
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
            boolean ramp = point.ramp() && i + 1 < points.size();
            double until = ramp ? points.get(i + 1).beat() : point.beat();
            double beat = point.beat();
            do {
                double next = Math.min(until, beat + RAMP_STEP);
                // The mean tempo of each step, so that every step ends when the ramp does.
                double seconds = next > beat
                        ? (session.timeline().secondsAt(next)
                                        - session.timeline().secondsAt(beat))
                                / (next - beat)
                        : 60 / point.bpm();
                int micros = (int) Math.round(seconds * 1e6);
                byte[] data = {(byte) (micros >> 16), (byte) (micros >> 8), (byte) micros};
                events.add(new SmfWriter.Event(tick(beat), 2, SmfWriter.meta(0x51, data)));
                beat = next;
            } while (beat < until - 1e-9);
        }
    }

    /** One socket on its way out. */
    private final class Sender {
        private final Numbers.Line line;
        private final Outside number;
        private final Parameter[] parameters;
        private final Lane[] lanes;
        private final EnvelopeCursor[] cursors;
        private final boolean anyMoved;
        private final Span lead;
        private final List<SmfWriter.Event> events = new ArrayList<>();
        private int sent = -1;
        private boolean addressed;
        private int wanted;
        private double value = Double.NaN;
        private Parameter parameter;
        private int messages;
        private double lost;
        private double lostInUnit;
        private double lostAt;
        private Parameter lostOf;
        private double sameWayUntil = Double.NEGATIVE_INFINITY;
        private double quietUntil = Double.NEGATIVE_INFINITY;

        Sender(Numbers.Line line) {
            this.line = line;
            number = line.number();
            lanes = line.targets().stream().map(session::lane).toArray(Lane[]::new);
            parameters = line.targets().stream().map(session::parameter).toArray(Parameter[]::new);
            cursors = new EnvelopeCursor[lanes.length];
            for (int i = 0; i < lanes.length; i++) {
                cursors[i] = lanes[i].envelope().isEmpty()
                        ? null
                        : lanes[i].envelope().cursor();
            }
            anyMoved = line.targets().stream().anyMatch(t -> session.macroOf(t).isPresent());
            lead = line.socket().joined() ? line.socket().seats().get(0).span() : Span.FULL;
            parameter = parameters[0];
            lostOf = parameter;
        }

        String description() {
            List<String> names = new ArrayList<>();
            for (Parameter one : parameters) {
                names.add(one.name() + ", " + one.printRange());
            }
            return number.address() + ": " + session.device(line.device()).name() + " · " + String.join(" + ", names);
        }

        /** Takes the value of whoever has the socket at this time; without a lane it stays as it was. */
        void look(double beat, double seconds) {
            if (anyMoved) {
                lookMoved(beat, seconds);
                return;
            }
            if (lanes.length == 1 && (lanes[0].lock() == Lock.BEATS ? beat : seconds) < quietUntil) {
                return;
            }
            int seat = line.socket().seatAt(beat);
            if (cursors[seat] != null) {
                parameter = parameters[seat];
                double time = lanes[seat].lock() == Lock.BEATS ? beat : seconds;
                settle(lanes[seat].envelope(), time);
                value = lead.positionOf(parameter.settled(cursors[seat].valueAt(time)));
                wanted = number.code(value);
            }
        }

        /** As {@link #look}, where a macro has a hand in it: the value as heard, tick by tick. */
        private void lookMoved(double beat, double seconds) {
            int seat = line.socket().seatAt(beat);
            Target target = line.targets().get(seat);
            if (session.movesOverTime(target)) {
                parameter = parameters[seat];
                value = lead.positionOf(heard.valueAt(target, seconds));
                wanted = number.code(value);
            }
        }

        /** Finds out up to when the value at {@code time} stays as it is, once a segment. */
        private void settle(Envelope envelope, double time) {
            if (time < sameWayUntil) {
                return;
            }
            int i = envelope.lastAtOrBefore(time);
            boolean outside = i < 0 || i + 1 >= envelope.size();
            sameWayUntil = i < 0 ? envelope.time(0) : outside ? Double.POSITIVE_INFINITY : envelope.time(i + 1);
            boolean level = outside
                    || envelope.shape(i).kind() == Shape.Kind.HOLD
                    || !envelope.shape(i).kind().wave() && envelope.value(i) == envelope.value(i + 1);
            quietUntil = level ? sameWayUntil : time;
        }

        boolean wants() {
            return wanted != sent && !Double.isNaN(value);
        }

        double behind() {
            return sent < 0 ? 2 : Math.abs(value - number.value(sent));
        }

        /** Sends the wanted code; returns how many bytes that takes on the wire. */
        int send(long tick, int running) {
            int status = 0xB0 | number.channel() - 1;
            int before = messages;
            switch (number.way()) {
                case CC -> add(tick, status, number.number(), wanted);
                case CC_PAIR -> {
                    // The coarse byte resets the fine one, so the fine one always follows; alone it may go by itself.
                    if (sent < 0 || sent >> 7 != wanted >> 7) {
                        add(tick, status, number.number(), wanted >> 7);
                    }
                    add(tick, status, number.number() + 32, wanted & 0x7F);
                }
                default -> {
                    boolean alone = addressedOnChannel[number.channel()] == 1;
                    if (!alone || !addressed) {
                        add(tick, status, 99, number.number() >> 7);
                        add(tick, status, 98, number.number() & 0x7F);
                        addressed = true;
                    }
                    add(tick, status, 6, wanted >> 7);
                    add(tick, status, 38, wanted & 0x7F);
                }
            }
            sent = wanted;
            return 2 * (messages - before) + (running == status ? 0 : 1);
        }

        private void add(long tick, int status, int controller, int data) {
            messages++;
            events.add(new SmfWriter.Event(tick, 2, SmfWriter.message(status, controller, data)));
        }

        /** Compares what a listener has now with what the lane says. */
        void judge(double beat) {
            if (Double.isNaN(value)) {
                return;
            }
            double says = lead.apply(value);
            double heard = sent < 0 ? parameter.resting() : lead.apply(number.value(sent));
            double distance = parameter.stepped() ? parameter.distance(heard, says) : Math.abs(heard - says);
            if (distance > lost) {
                lost = distance;
                lostInUnit = parameter.distance(heard, says);
                lostAt = beat;
                lostOf = parameter;
            }
        }
    }
}
