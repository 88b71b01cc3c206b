package agogic.formats.midi;

import agogic.core.device.Outside;
import agogic.core.midi.Program;
import java.util.ArrayList;
import java.util.List;

/** The messages of one socket, as its number wants them: fine bytes after coarse ones, banks before programs. */
final class SocketMessages {
    private final Outside number;
    private final List<SmfWriter.Event> events = new ArrayList<>();
    private boolean addressed;
    private int messages;

    SocketMessages(Outside number) {
        this.number = number;
    }

    /** All that were put. */
    List<SmfWriter.Event> events() {
        return events;
    }

    /** How many were put. */
    int messages() {
        return messages;
    }

    /**
     * Puts what says a code.
     *
     * @param sent the code that was said last; below 0 for none
     * @param running the last status on the wire
     * @param alone true if nobody else on this channel speaks by parameter number
     * @return how many bytes that takes on the wire
     */
    int put(long tick, int code, int sent, int running, boolean alone) {
        int status = status();
        int before = messages;
        int bytes = 2;
        switch (number.way()) {
            case CC, KEY_PRESSURE -> add(tick, status, number.number(), code);
            case PRESSURE -> {
                messages++;
                bytes = 1;
                events.add(new SmfWriter.Event(tick, 2, SmfWriter.message(status, code)));
            }
            case BEND -> add(tick, status, code & 0x7F, code >> 7);
            case PROGRAM -> bytes = program(tick, status, Program.of(code));
            case CC_PAIR -> {
                // The coarse byte resets the fine one, so the fine one always follows; alone it may go by itself.
                if (sent < 0 || sent >> 7 != code >> 7) {
                    add(tick, status, number.number(), code >> 7);
                }
                add(tick, status, number.number() + 32, code & 0x7F);
            }
            default -> {
                boolean registered = number.way() == Outside.Way.RPN;
                if (!alone || !addressed) {
                    add(tick, status, registered ? 101 : 99, number.number() >> 7);
                    add(tick, status, registered ? 100 : 98, number.number() & 0x7F);
                    addressed = true;
                }
                add(tick, status, 6, code >> 7);
                add(tick, status, 38, code & 0x7F);
            }
        }
        return number.way() == Outside.Way.PROGRAM ? bytes : bytes * (messages - before) + (running == status ? 0 : 1);
    }

    /** Sends a bank, as far as it was said, and a program; how many bytes that takes. */
    private int program(long tick, int status, Program program) {
        int control = 0xB0 | number.channel() - 1;
        if (program.coarse() >= 0) {
            add(tick, control, 0, program.coarse());
        }
        if (program.fine() >= 0) {
            add(tick, control, 32, program.fine());
        }
        messages++;
        events.add(new SmfWriter.Event(tick, 2, SmfWriter.message(status, program.number())));
        return 2 * program.messages() + 2;
    }

    /** The status byte of its messages. */
    int status() {
        int kind =
                switch (number.way()) {
                    case KEY_PRESSURE -> 0xA0;
                    case PRESSURE -> 0xD0;
                    case BEND -> 0xE0;
                    case PROGRAM -> 0xC0;
                    default -> 0xB0;
                };
        return kind | number.channel() - 1;
    }

    private void add(long tick, int status, int controller, int data) {
        messages++;
        events.add(new SmfWriter.Event(tick, 2, SmfWriter.message(status, controller, data)));
    }
}
