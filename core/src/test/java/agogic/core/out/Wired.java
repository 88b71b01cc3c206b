package agogic.core.out;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.midi.Wire;
import agogic.core.parameter.Parameter;
import agogic.core.play.Engine;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** A piece that plays through a port, on a clock of its own, and a receiver that knows the bytes only. */
final class Wired {
    static final String PORT = "Rack";
    private static final long TICK = 4_000_000;

    /** A message with the time at which its first byte goes out. */
    record Sent(long nanos, int status, int data1, int data2) {
        int bytes() {
            return status >= 0xF8 ? 1 : status == 0xF1 || (status & 0xF0) == 0xD0 ? 2 : 3;
        }

        boolean noteOn() {
            return (status & 0xF0) == 0x90;
        }

        boolean noteOff() {
            return (status & 0xF0) == 0x80;
        }
    }

    final Engine engine;
    final PortOut out;
    final List<Sent> sent = new ArrayList<>();
    long now;

    Wired(Session session) {
        engine = new Engine(session);
        out = new PortOut(
                PORT, Wire.CABLE, (status, data1, data2, nanos) -> sent.add(new Sent(nanos, status, data1, data2)));
        engine.tick(0);
    }

    /** Goes on for {@code seconds}; the port is asked whenever it wants to be, and after each tick of the engine. */
    void run(double seconds, Runnable each) {
        long until = now + Math.round(seconds * 1e9);
        long wants = now;
        while (now < until) {
            long tick = (now / TICK + 1) * TICK;
            now = Math.max(now, Math.min(until, Math.min(tick, wants)));
            if (now == tick || now == until) {
                engine.tick(now);
            }
            wants = out.tick(engine.playing(), engine.run(), now);
            if (wants <= now) {
                throw new IllegalStateException("It wants to be asked at " + wants + ", now it is " + now);
            }
            each.run();
        }
    }

    void run(double seconds) {
        run(seconds, () -> {});
    }

    /** A device whose parameters travel in all ways, over all channels, no address twice if they are 480 at the most. */
    static Device device(Random random, List<Parameter> parameters) {
        List<Outside> ways = new ArrayList<>();
        for (int p = 0; p < parameters.size(); p++) {
            int channel = 1 + p % 16;
            int number = p / 16;
            Outside.Way way =
                    switch (random.nextInt(4)) {
                        case 0 -> Outside.Way.CC_PAIR;
                        case 1 -> Outside.Way.NRPN;
                        case 2 -> Outside.Way.RPN;
                        default -> Outside.Way.CC;
                    };
            // Up to 30 fine pairs a channel (6 and 38 are for data entry), other controllers above them.
            int at = way == Outside.Way.CC ? 64 + number : number;
            at += at == 6 && way == Outside.Way.CC_PAIR ? 24 : 0;
            ways.add(new Outside(parameters.get(p).id(), way, channel, at));
        }
        return new Device("d", "Device", "", parameters, 0, List.of(), List.of(), ways, ways, 0).through(PORT);
    }

    static Session playing(Session session, String device, List<Note> notes, double length) {
        Clip clip = new Clip("Notes", 0, length, notes);
        Track track = new Track("t", "Track", false, 1, List.of(device), notes.isEmpty() ? List.of() : List.of(clip));
        return session.withTracks(List.of(track));
    }

    /** What the receiver has of a parameter, by the messages up to the end: −1 if nothing. */
    static int received(List<Sent> sent, Outside way) {
        int coarse = 0;
        int code = -1;
        int number = -1;
        for (Sent one : sent) {
            if (one.status() != (0xB0 | way.channel() - 1)) {
                continue;
            }
            int controller = one.data1();
            int value = one.data2();
            switch (way.way()) {
                case CC -> code = controller == way.number() ? value : code;
                case CC_PAIR -> {
                    if (controller == way.number()) {
                        coarse = value;
                        code = value << 7;
                    } else if (controller == way.number() + 32) {
                        code = coarse << 7 | value;
                    }
                }
                default -> {
                    boolean registered = way.way() == Outside.Way.RPN;
                    switch (controller) {
                        case 98, 100 -> number = number & ~0x7F | value | (controller == 100 ? 1 << 14 : 0);
                        case 99 -> number = value << 7;
                        case 101 -> number = value << 7 | 1 << 14;
                        default -> {
                            boolean mine = number == (way.number() | (registered ? 1 << 14 : 0));
                            if (mine && controller == 6) {
                                coarse = value;
                                code = value << 7;
                            } else if (mine && controller == 38) {
                                code = coarse << 7 | value;
                            }
                        }
                    }
                }
            }
        }
        return code;
    }
}
