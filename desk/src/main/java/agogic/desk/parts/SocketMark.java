package agogic.desk.parts;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Socket;
import agogic.core.parameter.Parameter;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import java.util.List;
import java.util.Set;

/** How a parameter stands, as a small square and as a word: no two are told by colour alone. */
public enum SocketMark {
    EXPOSED("exposed"),
    IDLE("unused"),
    JOINED("joined"),
    SHARED("shared"),
    OUTSIDE("outside"),
    WANTED("wanted"),
    RESERVED("reserved"),
    HIDDEN("hidden"),
    FREE("free");

    private final String word;

    SocketMark(String word) {
        this.word = word;
    }

    /** The word for people. */
    public String word() {
        return word;
    }

    /** How a parameter of a device stands to sockets. */
    public static SocketMark of(Device device, String parameter) {
        Exposure exposure = device.exposure(parameter);
        return switch (exposure) {
            case RESERVED -> RESERVED;
            case WANTED -> WANTED;
            case HIDDEN -> HIDDEN;
            case EXPOSED -> device.socket(parameter).map(SocketMark::of).orElse(OUTSIDE);
        };
    }

    private static SocketMark of(Socket socket) {
        return socket.joined() ? JOINED : socket.shared() ? SHARED : EXPOSED;
    }

    /** The mark of a socket; {@code used} holds the ids of the parameters that a route or an envelope moves. */
    public static SocketMark of(Device device, Socket socket, Set<String> used) {
        SocketMark mark = device.reserved(socket) ? RESERVED : of(socket);
        return mark == EXPOSED && !used.contains(socket.seats().get(0).parameter()) ? IDLE : mark;
    }

    /** The square, {@code size} wide, with its upper left corner at this place. */
    public void draw(List<Mark> marks, double x, double y, double size) {
        double round = size / 4;
        double mid = size / 2;
        switch (this) {
            case EXPOSED -> marks.add(new Mark.Box(x, y, size, size, round, Ink.SOUND, Ink.NONE, 0));
            case IDLE -> marks.add(new Mark.Box(x, y, size, size, round, Ink.SOUND_SOFT, Ink.SOUND, 1));
            case JOINED -> {
                marks.add(new Mark.Box(x, y, size, size, round, Ink.SPAN, Ink.NONE, 0));
                marks.add(new Mark.Line(x + mid, y + 3, x + mid, y + size - 3, Ink.GROUND, 1.5, 0));
                marks.add(new Mark.Line(x + 3, y + mid, x + size - 3, y + mid, Ink.GROUND, 1.5, 0));
            }
            case SHARED -> {
                marks.add(new Mark.Box(x, y, size, size, round, Ink.SOUND_SOFT, Ink.SOUND, 1));
                marks.add(new Mark.Box(x, y, mid, size, round, Ink.SOUND, Ink.NONE, 0));
            }
            case OUTSIDE -> {
                marks.add(new Mark.Box(x, y, size, size, round, Ink.NONE, Ink.SOUND, 1.3));
                marks.add(new Mark.Line(x + 3, y + size - 3, x + size - 3, y + 3, Ink.SOUND, 1.6, 0));
            }
            case WANTED -> {
                marks.add(new Mark.Box(x, y, size, size, round, Ink.HAND_SOFT, Ink.HAND, 1.3));
                marks.add(new Mark.Disc(x + mid, y + mid, size / 6, Ink.HAND, Ink.NONE, 0, 0));
            }
            case RESERVED -> {
                marks.add(new Mark.Box(x, y, size, size, round, Ink.RAISED, Ink.QUIET, 1.2));
                marks.add(new Mark.Line(x + 3, y + 3, x + size - 3, y + size - 3, Ink.QUIET, 1.4, 0));
                marks.add(new Mark.Line(x + size - 3, y + 3, x + 3, y + size - 3, Ink.QUIET, 1.4, 0));
            }
            case HIDDEN -> marks.add(new Mark.Disc(x + mid, y + mid, size / 5, Ink.NONE, Ink.QUIET, 1.3, 0));
            case FREE -> marks.add(new Mark.Box(x, y, size, size, round, Ink.WELL, Ink.EDGE, 1));
        }
    }

    /** How a parameter stands, in a word and what belongs to it: {@code socket 12, joined}. */
    public static String spoken(Session session, Device device, Parameter parameter) {
        SocketMark mark = of(device, parameter.id());
        int socket = device.socketOf(parameter.id());
        return mark.word()
                + (socket > 0 && mark != RESERVED ? " on socket " + socket : "")
                + device.outsideOf(parameter.id())
                        .map(o -> " as " + o.address())
                        .orElse("");
    }
}
