package agogic.core.device;

import agogic.core.parameter.Parameter;
import agogic.core.text.Text;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * An instrument or effect as its description tells it: its parameters and the sockets it offers to a host.
 *
 * @param id unique within the session
 * @param name as people call it
 * @param kind which sound it has (a stand-in's name), or empty if it has none of its own
 * @param parameters all that can move
 * @param sockets how many numbered places it offers to a host, 0 or more
 * @param used the sockets that carry something, by their numbers; a reserved parameter may hold one
 * @param wanted ids of parameters that somebody asked for and that have no socket
 * @param outside parameters that travel as MIDI controllers
 * @param chart the controllers that hardware itself listens to: a parameter in it needs no socket, it travels outside
 *     under that number once it is exposed
 * @param nameLimit how many letters of a short name the host shows, 0 for all
 * @param port the MIDI output of the machine through which it plays; empty if through none
 */
@RecordBuilder
public record Device(
        String id,
        String name,
        String kind,
        List<Parameter> parameters,
        int sockets,
        List<Socket> used,
        List<String> wanted,
        List<Outside> outside,
        List<Outside> chart,
        int nameLimit,
        String port)
        implements DeviceBuilder.With {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Device {
        Text.sound("The port of a device", port);
        Text.sound("The id of a device", id);
        Text.sound("The kind of a device", kind);
        parameters = ParameterTable.of(parameters, Text.sound("A device", name));
        List<Socket> sorted = new ArrayList<>(used);
        sorted.sort(Comparator.comparingInt(Socket::number));
        used = List.copyOf(sorted);
        wanted = List.copyOf(wanted);
        outside = List.copyOf(outside);
        chart = List.copyOf(chart);
        if (sockets < 0 || nameLimit < 0) {
            throw new IllegalArgumentException(name + ": neither sockets nor letters can be fewer than none.");
        }
        ParameterTable table = (ParameterTable) parameters;
        Set<String> taken = new HashSet<>();
        String device = name;
        Consumer<String> take = parameter -> {
            if (table.place(parameter) < 0) {
                throw new IllegalArgumentException(device + " exposes " + parameter + ", which it does not have.");
            }
            if (!taken.add(parameter)) {
                throw new IllegalArgumentException(
                        device + " exposes " + table.get(table.place(parameter)).name() + " twice.");
            }
        };
        int last = 0;
        for (Socket socket : used) {
            if (socket.number() == last || socket.number() > sockets) {
                throw new IllegalArgumentException(name + " offers " + sockets + " sockets, each once; there is a"
                        + (socket.number() == last ? " second" : "") + " socket " + socket.number() + ".");
            }
            last = socket.number();
            for (Seat seat : socket.seats()) {
                take.accept(seat.parameter());
                boolean reserved = table.get(table.place(seat.parameter())).reserved();
                if (reserved && socket.seats().size() > 1) {
                    throw new IllegalArgumentException(
                            name + ": socket " + last + " is reserved and carries nothing else.");
                }
            }
        }
        Consumer<String> ask = take.andThen(one -> {
            Parameter parameter = table.get(table.place(one));
            if (parameter.reserved()) {
                throw new IllegalArgumentException(device + ": " + parameter.name() + " is reserved, never exposed.");
            }
        });
        outside.forEach(one -> ask.accept(one.parameter()));
        wanted.forEach(ask);
    }

    /**
     * A device that plays through no port of the machine.
     *
     * @throws IllegalArgumentException in words for people if one of these is not what it can be
     */
    public Device(
            String id,
            String name,
            String kind,
            List<Parameter> parameters,
            int sockets,
            List<Socket> used,
            List<String> wanted,
            List<Outside> outside,
            List<Outside> chart,
            int nameLimit) {
        this(id, name, kind, parameters, sockets, used, wanted, outside, chart, nameLimit, "");
    }

    /**
     * A device with one parameter a socket, in this order from socket 1.
     *
     * @throws IllegalArgumentException in words for people if a parameter is there twice, exposed twice, or exposed
     *     and reserved or not there
     */
    public static Device of(
            String id, String name, String kind, List<Parameter> parameters, int sockets, List<String> exposed) {
        List<Socket> used = new ArrayList<>();
        for (String one : exposed) {
            used.add(Socket.of(used.size() + 1, one));
        }
        return new Device(id, name, kind, parameters, sockets, used, List.of(), List.of(), List.of(), 0);
    }

    private ParameterTable table() {
        return (ParameterTable) parameters;
    }

    /**
     * The parameter with this id; {@link #placeOf} says whether there is one.
     *
     * @throws IllegalArgumentException in words for people if there is none
     */
    public Parameter find(String parameterId) {
        int place = placeOf(parameterId);
        if (place < 0) {
            throw new IllegalArgumentException(name + " has no parameter “" + parameterId + "”.");
        }
        return parameters.get(place);
    }

    /** The place of a parameter among all, −1 if there is none with this id. */
    public int placeOf(String parameterId) {
        return table().place(parameterId);
    }

    /** The socket a parameter sits on, if it does. */
    public Optional<Socket> socket(String parameterId) {
        for (Socket socket : used) {
            if (socket.seatOf(parameterId) >= 0) {
                return Optional.of(socket);
            }
        }
        return Optional.empty();
    }

    /** The number of the socket a parameter sits on, or 0 if it sits on none. */
    public int socketOf(String parameterId) {
        return socket(parameterId).map(Socket::number).orElse(0);
    }

    /** The way outside of a parameter, if it has one. */
    public Optional<Outside> outsideOf(String parameterId) {
        return outside.stream().filter(o -> o.parameter().equals(parameterId)).findFirst();
    }

    /** The controller under which hardware listens to this parameter, if it does. */
    public Optional<Outside> chartOf(String parameterId) {
        return chart.stream().filter(o -> o.parameter().equals(parameterId)).findFirst();
    }

    /** The MIDI channel of its chart, or of what travels outside; empty if it has no controllers. 1..16. */
    public Optional<Integer> channel() {
        return Stream.concat(chart.stream(), outside.stream())
                .map(Outside::channel)
                .findFirst();
    }

    /**
     * This device on another MIDI channel, 1 to 16: its chart and what travels outside go with it.
     *
     * @throws IllegalArgumentException in words for people if it is not 1 to 16, and something travels outside
     */
    public Device onChannel(int channel) {
        return new Device(
                id,
                name,
                kind,
                parameters,
                sockets,
                used,
                wanted,
                outside.stream().map(o -> o.on(channel)).toList(),
                chart.stream().map(o -> o.on(channel)).toList(),
                nameLimit,
                port);
    }

    /** How much of a parameter a host sees; nothing of one that is not there. */
    public Exposure exposure(String parameterId) {
        int place = placeOf(parameterId);
        if (place >= 0 && parameters.get(place).reserved()) {
            return Exposure.RESERVED;
        }
        if (socketOf(parameterId) > 0 || outsideOf(parameterId).isPresent()) {
            return Exposure.EXPOSED;
        }
        return wanted.contains(parameterId) ? Exposure.WANTED : Exposure.HIDDEN;
    }

    /** The parameter whose value moves this one on a joined socket; empty if it moves by itself. */
    public Optional<String> leaderOf(String parameterId) {
        return socket(parameterId)
                .filter(s -> s.joined() && s.seatOf(parameterId) > 0)
                .map(s -> s.seats().get(0).parameter());
    }

    /**
     * True if this socket is held by a reserved parameter.
     *
     * @throws IllegalArgumentException in words for people if it carries a parameter that the device does not have
     */
    public boolean reserved(Socket socket) {
        return find(socket.seats().get(0).parameter()).reserved();
    }

    /** Sockets that may carry what people ask for: all but those held by reserved parameters. */
    public int usable() {
        return sockets - (int) used.stream().filter(this::reserved).count();
    }

    /** Sockets that carry what people asked for. */
    public int taken() {
        return (int) used.stream().filter(s -> !reserved(s)).count();
    }

    /** The lowest socket that carries nothing, 0 if there is none. */
    public int free() {
        int number = 1;
        for (Socket socket : used) {
            if (socket.number() != number) {
                return number;
            }
            number++;
        }
        return number <= sockets ? number : 0;
    }

    /**
     * This device under another id and name.
     *
     * @throws IllegalArgumentException in words for people if the id or the name is blank
     */
    public Device named(String newId, String newName) {
        return with().id(newId).name(newName).build();
    }

    /**
     * This device with {@code changed} in the place of the parameter with its id.
     *
     * @throws IllegalArgumentException in words for people if the device has no parameter with that id
     */
    public Device with(Parameter changed) {
        return withParameters(table().with(changed));
    }

    /**
     * With this socket in the place of the one of its number, or more.
     *
     * @throws IllegalArgumentException in words for people if the socket carries what the device does not have, or
     *     what sits elsewhere
     */
    public Device with(Socket socket) {
        List<Socket> list = new ArrayList<>(used);
        list.removeIf(s -> s.number() == socket.number());
        list.add(socket);
        return using(list);
    }

    /**
     * With these sockets in use, each number once.
     *
     * @throws IllegalArgumentException in words for people if they carry what the device does not have, or one
     *     parameter twice
     */
    public Device using(List<Socket> newUsed) {
        return withUsed(newUsed);
    }

    /** With these parameters waiting for a socket, in this order; ids of the device. */
    public Device wanting(List<String> newWanted) {
        return withWanted(newWanted);
    }

    /**
     * With these parameters sent outside.
     *
     * @throws IllegalArgumentException in words for people if one of them is a parameter that the device does not
     *     have
     */
    public Device sending(List<Outside> newOutside) {
        return withOutside(newOutside);
    }

    /** This device playing through another port of the machine, or through none if {@code newPort} is empty. */
    public Device through(String newPort) {
        return withPort(newPort);
    }

    /** That shows so many letters of a name, 0 or more; 0 for all. */
    public Device limitedTo(int letters) {
        return withNameLimit(letters);
    }

    /**
     * Nobody asks for this parameter any more: it leaves its socket, its way outside, and the list of the wanted. The
     * same device if it was nowhere.
     */
    public Device without(String parameterId) {
        List<Socket> left =
                used.stream().flatMap(s -> s.without(parameterId).stream()).toList();
        return new Device(
                id,
                name,
                kind,
                parameters,
                sockets,
                left,
                wanted.stream().filter(w -> !w.equals(parameterId)).toList(),
                outside.stream().filter(o -> !o.parameter().equals(parameterId)).toList(),
                chart,
                nameLimit,
                port);
    }
}
