package agogic.formats.clip2;

import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.midi.Program;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Track;
import agogic.core.time.Metre;
import agogic.core.time.TempoPoint;
import agogic.formats.file.SafeFile;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.Numbers;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A session as a MIDI 2.0 clip file: tempo, metre, notes, and every lane as a controller of 32 bits under the number that it
 * has in a MIDI file. A value is written at the tick where it is another one by a 16,384th of the travel, or where it comes
 * to rest; it is the value of that tick.
 */
public final class ClipExport {
    private static final double FINE = 1.0 / 16_384;
    private static final int MOST_STEPS = 4_096;
    private static final double RAMP_STEP = 1.0 / 16;
    private static final double TEN_NANOS = 1e8;

    private record Event(long tick, int order, int[] words) {}

    private final Session session;
    private final List<Event> events = new ArrayList<>();
    private final List<String> left = new ArrayList<>();
    private final long end;
    private int notes;
    private int lanes;
    private int values;

    /**
     * What an export comes to.
     *
     * @param file its bytes
     * @param notes how many
     * @param lanes how many are sent, as {@code values} messages
     * @param left what is not in it, for people
     */
    public record Made(byte[] file, int notes, int lanes, int values, List<String> left) {}

    private ClipExport(Session session) {
        this.session = session;
        end = tick(session.length());
    }

    /** The session as the bytes of a file. */
    public static Made make(Session session) {
        return new ClipExport(session).made();
    }

    /**
     * Writes the session to {@code path}.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static Made write(Path path, Session session) throws IOException {
        Made made = make(session);
        SafeFile.write(path, out -> out.write(made.file()));
        return made;
    }

    private static long tick(double beat) {
        return Math.round(beat * Words.TICKS);
    }

    private Made made() {
        tempo();
        metre();
        Numbers numbers = Numbers.of(session, Fineness.SEVEN);
        Heard heard = new Heard(session);
        for (Numbers.Line line : numbers.lines()) {
            if (line.socket().shared()) {
                left.add("socket " + line.socket().number() + " of "
                        + session.device(line.device()).name() + ": it is handed from one parameter to another");
            } else {
                line(line, heard);
            }
        }
        for (Track track : session.tracks()) {
            notes(track);
        }
        numbers.left().forEach(lane -> left.add(TargetName.of(session, lane.target()) + ": no socket leads to it"));
        if (!session.sections().isEmpty()) {
            left.add(session.sections().size() + " sections: a clip file has no markers");
        }
        if (!session.remarks().isEmpty()) {
            left.add(session.remarks().size() + " texts of a file");
        }
        if (!session.audio().isEmpty()) {
            left.add("audio");
        }
        // At one moment: time, then values, then the ends of notes, then notes.
        events.sort(Comparator.comparingLong(Event::tick).thenComparingInt(Event::order));
        Words words = new Words();
        events.forEach(e -> words.at(e.tick(), e.words()));
        return new Made(words.end(end), notes, lanes, values, left);
    }

    private void event(long tick, int order, int... words) {
        if (tick <= end) {
            events.add(new Event(tick, order, words));
        }
    }

    private void tempo() {
        List<TempoPoint> points = session.timeline().tempo().points();
        for (int i = 0; i < points.size(); i++) {
            TempoPoint point = points.get(i);
            boolean ramp = point.ramp() && i + 1 < points.size();
            double until = ramp ? Math.min(points.get(i + 1).beat(), session.length()) : point.beat();
            double step = Math.max(RAMP_STEP, (until - point.beat()) / MOST_STEPS);
            event(tick(point.beat()), 0, Words.TEMPO, nanos(60 / point.bpm()), 0, 0);
            for (double at = point.beat(); ramp && at < until - 1e-9; at += step) {
                double next = Math.min(until, at + step);
                double seconds =
                        session.timeline().secondsAt(next) - session.timeline().secondsAt(at);
                event(tick(at), 1, Words.TEMPO, nanos(seconds / (next - at)), 0, 0);
            }
        }
    }

    private static int nanos(double secondsOfQuarter) {
        return (int) Math.min(0xFFFF_FFFFL, Math.max(1, Math.round(secondsOfQuarter * TEN_NANOS)));
    }

    private void metre() {
        for (Metre metre : session.timeline().metre().metres()) {
            double beat = session.timeline().metre().beatOfBar(metre.bar());
            int power = Integer.numberOfTrailingZeros(metre.beatUnit());
            event(tick(beat), 0, Words.METRE, metre.beatsInBar() << 24 | power << 16 | 8 << 8, 0, 0);
        }
    }

    private void notes(Track track) {
        int channel = track.channel() - 1;
        for (Clip clip : track.played()) {
            for (Note note : clip.notes()) {
                double begins = clip.beat() + note.beat();
                double ends = Math.min(clip.end(), begins + note.length());
                long on = tick(begins);
                long off = Math.max(on + 1, tick(ends));
                if (on >= end) {
                    continue;
                }
                int key = note.pitch() << 8;
                event(on, 4, 0x4090_0000 | channel << 16 | key, (int) Scale.up(note.velocity(), 7, 16) << 16);
                event(
                        Math.min(end, off),
                        3,
                        0x4080_0000 | channel << 16 | key,
                        (int) Scale.up(note.release(), 7, 16) << 16);
                notes++;
            }
        }
    }

    private void line(Numbers.Line line, Heard heard) {
        Seat seat = line.socket().seats().get(0);
        Target target = new Target(line.device(), seat.parameter());
        Parameter parameter = session.parameter(target);
        Outside way = line.number();
        long speaks = Numbers.speaks(session, line);
        double last = Double.NaN;
        long sent = -1;
        boolean any = false;
        for (long tick = speaks; tick <= end; ) {
            double seconds = session.timeline().secondsAt((double) tick / Words.TICKS);
            double value = seat.span().positionOf(heard.saidAt(target, seconds));
            double still = heard.stillUntil(target, seconds);
            long next = still <= seconds
                    ? tick + 1
                    : still == Double.POSITIVE_INFINITY
                            ? end + 1
                            : Math.max(tick + 1, (long)
                                    Math.ceil(session.timeline().beatAt(still) * Words.TICKS - 1e-6));
            long code = way.way() == Outside.Way.PROGRAM ? program(parameter, value) : Scale.of(value);
            boolean moved = Double.isNaN(last) || Math.abs(value - last) >= FINE || next > tick + 1 || tick == end;
            if (code != sent && code >= 0 && moved) {
                event(tick, 2, words(way, code));
                values++;
                sent = code;
                last = value;
                any = true;
            }
            tick = next;
        }
        lanes += any ? 1 : 0;
    }

    /** The code of the program that a switch stands at; −1 for none. */
    private static long program(Parameter parameter, double value) {
        double worth = parameter.worth().isEmpty()
                ? -1
                : parameter.worth().get((int) Math.min(parameter.worth().size() - 1, parameter.valueAt(value)));
        return Math.round(worth);
    }

    private static int[] words(Outside way, long code) {
        int channel = way.channel() - 1 << 16;
        int number = way.number();
        int value = (int) code;
        return switch (way.way()) {
            case CC, CC_PAIR -> new int[] {0x40B0_0000 | channel | number << 8, value};
            case NRPN -> new int[] {0x4030_0000 | channel | number >> 7 << 8 | number & 0x7F, value};
            case RPN -> new int[] {0x4020_0000 | channel | number >> 7 << 8 | number & 0x7F, value};
            case BEND -> new int[] {0x40E0_0000 | channel, value};
            case PRESSURE -> new int[] {0x40D0_0000 | channel, value};
            case KEY_PRESSURE -> new int[] {0x40A0_0000 | channel | number << 8, value};
            case PROGRAM -> {
                Program program = Program.of(value);
                boolean bank = program.coarse() >= 0 || program.fine() >= 0;
                yield new int[] {
                    0x40C0_0000 | channel | (bank ? 1 : 0),
                    program.number() << 24 | Math.max(0, program.coarse()) << 8 | Math.max(0, program.fine())
                };
            }
        };
    }
}
