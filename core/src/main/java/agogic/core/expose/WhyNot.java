package agogic.core.expose;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.device.Socket;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.Optional;

/** “Why is it not there?”: where a parameter stands, in one sentence. */
public final class WhyNot {
    private WhyNot() {}

    /**
     * The sentence for a target.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public static String sentence(Session session, Target target) {
        Device device = session.device(target.device());
        Parameter parameter = session.parameter(target);
        String name = parameter.name();
        return switch (device.exposure(parameter.id())) {
            case RESERVED -> name + " is reserved: " + device.name()
                    + " keeps it for itself, and whatever is sent to it is refused.";
            case HIDDEN -> name + " is hidden: nobody asked for it. " + device.name()
                    + (device.chartOf(parameter.id()).isPresent()
                            ? " listens to it as "
                                    + device.chartOf(parameter.id()).get().address() + "."
                            : " has " + free(device) + ".");
            case WANTED -> name + " is wanted, but " + device.name() + " offers " + device.usable()
                    + " sockets and all of them are taken. Make it fit finds room.";
            case EXPOSED -> exposed(device, parameter)
                    + session.macroOf(target)
                            .map(m -> " The macro " + m.name() + " moves it.")
                            .orElse("");
        };
    }

    private static String free(Device device) {
        int free = device.usable() - device.taken();
        return free == 0 ? "no free socket" : free == 1 ? "one free socket" : free + " free sockets";
    }

    private static String exposed(Device device, Parameter parameter) {
        Optional<Outside> outside = device.outsideOf(parameter.id());
        if (outside.isPresent()) {
            return parameter.name() + " travels outside, as " + outside.get().address() + ".";
        }
        Socket socket = device.socket(parameter.id()).orElseThrow();
        String where = parameter.name() + " sits on socket " + socket.number();
        Optional<String> leader = device.leaderOf(parameter.id());
        if (leader.isPresent()) {
            return where + " and moves with " + device.find(leader.get()).name() + ": one value moves "
                    + socket.seats().size() + " parameters.";
        }
        if (socket.joined()) {
            return where + " and moves " + (socket.seats().size() - 1) + " others with it.";
        }
        return socket.shared()
                ? where + ", which " + socket.seats().size() + " parameters have one after another."
                : where + ".";
    }
}
