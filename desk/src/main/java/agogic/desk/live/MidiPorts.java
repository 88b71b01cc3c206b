package agogic.desk.live;

import agogic.core.expose.PlayedThrough;
import agogic.core.midi.MessageQueue;
import agogic.core.play.Engine;
import agogic.core.session.Session;
import agogic.core.surface.Surface;
import agogic.desk.settings.Settings;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.locks.LockSupport;
import java.util.function.LongSupplier;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiSystem;

/**
 * The MIDI devices of the machine, simulated ones among them, connected to the ports of the engine by their names. A
 * thread of its own looks now and then what was plugged in or pulled out, and sends values back to controls that show
 * them.
 */
public final class MidiPorts implements AutoCloseable {
    private static final String UNUSED = "midi.unused";
    private static final long SHOW_NANOS = 40_000_000L;
    /** While nothing changes there is less to show. */
    private static final long STILL_NANOS = 250_000_000L;

    private static final long STILL_AFTER_NANOS = 1_000_000_000L;
    private static final long LOOK_NANOS = 750_000_000L;

    /** Whether something was plugged in is asked less often while nobody does anything: asking costs milliseconds. */
    private static final long STILL_LOOK_NANOS = 2_500_000_000L;

    private static final long LONG_STILL_NANOS = 5_000_000_000L;

    private final Engine engine;
    private final LongSupplier clock;
    private final Troubles troubles;
    private final Runnable wake;
    private final List<Connection> connections = new ArrayList<>();
    private final Thread thread;
    private final Outlets outlets;
    private final ClockEntry clockEntry;
    private final Keyboards keyboards = new Keyboards();
    private volatile Session wanted;
    private volatile List<PortState> ports = List.of();
    private volatile List<PortState> outputs = List.of();
    private volatile PortState clockPort;
    private volatile boolean running = true;
    private volatile boolean lookNow;
    private volatile boolean sends = true;
    private volatile boolean played;
    private boolean sent = true;

    MidiPorts(Engine engine, LongSupplier clock, Troubles troubles, Runnable wake) {
        this.engine = engine;
        this.wake = wake;
        this.clock = clock;
        this.troubles = troubles;
        outlets = new Outlets(engine, clock, troubles);
        clockEntry = new ClockEntry(engine.clockPort(), clock, wake);
        wanted = engine.session();
        look();
        thread = new Thread(this::run, "agogic-ports");
        thread.setDaemon(true);
        thread.start();
    }

    /** The names of all MIDI inputs there are. */
    public static List<String> inputs() {
        return names(device -> device.getMaxTransmitters() != 0);
    }

    /** The names of all MIDI outputs there are. */
    public static List<String> outputs() {
        return names(device -> device.getMaxReceivers() != 0);
    }

    private static List<String> names(Predicate<MidiDevice> fit) {
        List<String> names = new ArrayList<>();
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            MidiDevice device = DevicesThere.device(info);
            boolean sequencer = device instanceof javax.sound.midi.Sequencer;
            if (device != null && !sequencer && fit.test(device) && !names.contains(info.getName())) {
                names.add(info.getName());
            }
        }
        return names;
    }

    /** Names of ports that are not used: nothing is heard of them, and nothing is sent to them. */
    public static Set<String> unused() {
        String kept = Settings.here().text(UNUSED, "");
        return kept.isEmpty() ? Set.of() : Set.of(kept.split("\n"));
    }

    /** From now on a port of this name is used, or is not: as if it were not plugged in. */
    public static void use(String name, boolean used) {
        Set<String> all = new TreeSet<>(unused());
        if (used) {
            all.remove(name);
        } else {
            all.add(name);
        }
        Settings.here().put(UNUSED, String.join("\n", all));
    }

    private static MidiDevice.Info[] used(MidiDevice.Info[] there) {
        Set<String> unused = unused();
        return unused.isEmpty()
                ? there
                : Arrays.stream(there)
                        .filter(i -> !unused.contains(i.getName()))
                        .toArray(MidiDevice.Info[]::new);
    }

    /** What became of the port of each surface, in their order. */
    public List<PortState> ports() {
        return ports;
    }

    /** The port of a surface. */
    public PortState of(Surface surface) {
        return ports.stream()
                .filter(p -> p.surface().equals(surface.id()) && p.name().equals(surface.port()))
                .findFirst()
                .orElse(new PortState(surface.id(), surface.port(), false, "being looked for"));
    }

    /** The ports that the piece plays and speaks through, each with whether it is open. */
    public List<PortState> playedThrough() {
        return outputs;
    }

    /** The port that it plays through by this name. */
    public PortState output(String name) {
        return outputs.stream()
                .filter(p -> p.name().equals(name))
                .findFirst()
                .orElse(new PortState(name, name, false, "being looked for"));
    }

    /** The port of the clock that is followed; empty if none is. */
    public Optional<PortState> clockPort() {
        return Optional.ofNullable(clockPort);
    }

    /** From now on nothing is sent to any device, or what the piece says. */
    public void send(boolean on) {
        sends = on;
        again();
    }

    /** True if it sends what the piece says. */
    public boolean sends() {
        return sends;
    }

    /** From now on notes from inputs that are no surfaces are played, or such inputs are left alone. */
    void play(boolean on) {
        if (played != on) {
            played = on;
            again();
        }
    }

    /** What comes from keyboards that are no surfaces of the piece; one queue each. One thread takes them. */
    MessageQueue[] keyboards() {
        return keyboards.queues();
    }

    /** Ends all that sounds on all outputs. */
    public void panic() {
        outlets.panic();
    }

    /** Something changed that may have to go out. Allocates nothing. */
    void changed() {
        outlets.wake();
    }

    /** From now on the surfaces, outputs and clock of this session are looked for. */
    void follow(Session session) {
        Session before = wanted;
        wanted = session;
        boolean same = session.surfaces().equals(before.surfaces())
                && (session.devices() == before.devices()
                        || PlayedThrough.ports(session).equals(PlayedThrough.ports(before)))
                && session.sync().equals(before.sync());
        if (!same) {
            again();
        }
    }

    /** Looks at once what is plugged in. */
    public void again() {
        lookNow = true;
        LockSupport.unpark(thread);
    }

    /** Something changes again: it is shown at once. */
    void stir() {
        LockSupport.unpark(thread);
    }

    private void run() {
        long looked = System.nanoTime();
        long changed = looked;
        int changes = 0;
        while (running) {
            LockSupport.parkNanos(System.nanoTime() - changed > STILL_AFTER_NANOS ? STILL_NANOS : SHOW_NANOS);
            try {
                long now = System.nanoTime();
                long often = now - changed > LONG_STILL_NANOS ? STILL_LOOK_NANOS : LOOK_NANOS;
                if (running && (lookNow || now - looked > often)) {
                    lookNow = false;
                    looked = now;
                    look();
                }
                if (engine.live().changes() != changes) {
                    changes = engine.live().changes();
                    changed = now;
                }
                for (Connection connection : connections) {
                    shown(connection);
                }
            } catch (RuntimeException | Error e) {
                troubles.tell("The MIDI ports", e);
            }
        }
        keyboards.close(d -> false);
        outlets.close();
        clockEntry.close(d -> false);
        connections.forEach(c -> c.close(d -> false));
    }

    private void shown(Connection connection) {
        try {
            connection.show(engine, clock.getAsLong());
        } catch (RuntimeException | Error e) {
            troubles.tell("Values sent back to a surface", e);
            letGo(connection);
        }
    }

    private void look() {
        Session session = wanted;
        List<Surface> surfaces = session.surfaces();
        MidiDevice.Info[] there = used(MidiSystem.getMidiDeviceInfo());
        boolean now = sends;
        if (now != sent) {
            // What was connected for both ways, or for one, is connected anew.
            sent = now;
            connections.forEach(this::letGo);
        }
        while (connections.size() > surfaces.size()) {
            Connection last = connections.remove(connections.size() - 1);
            letGo(last);
        }
        List<PortState> found = new ArrayList<>();
        for (int s = 0; s < surfaces.size(); s++) {
            if (s == connections.size()) {
                connections.add(new Connection());
            }
            Surface surface = surfaces.get(s);
            Connection connection = connections.get(s);
            found.add(looked(surface, connection, there));
        }
        if (!ports.equals(found)) {
            ports = List.copyOf(found);
        }
        outputs = List.copyOf(
                outlets.look(session, sent, there, d -> clockEntry.uses(d) || anySurface(d) || keyboards.uses(d)));
        clockPort = clockEntry.look(session.sync(), there, d -> outlets.uses(d) || anySurface(d) || keyboards.uses(d));
        Set<String> taken = surfaces.stream().map(Surface::port).collect(Collectors.toSet());
        outputs.forEach(p -> taken.add(p.name()));
        taken.add(session.sync().port());
        keyboards.look(
                there, played, taken::contains, d -> outlets.uses(d) || clockEntry.uses(d) || anySurface(d), clock);
    }

    /** What one port does wrong is told of it, and the others are looked for; it is tried again the next time. */
    private PortState looked(Surface surface, Connection connection, MidiDevice.Info[] there) {
        try {
            return connection.look(surface, there, sent, engine.port(surface.id()), clock, wake, shared(connection));
        } catch (RuntimeException | Error e) {
            troubles.tell("The port “" + surface.port() + "”", e);
            letGo(connection);
            return new PortState(surface.id(), surface.port(), false, "does not open: it is tried again");
        }
    }

    private void letGo(Connection connection) {
        try {
            connection.close(shared(connection));
        } catch (RuntimeException | Error e) {
            troubles.tell("A MIDI port", e);
            connection.forget();
        }
    }

    private boolean anySurface(MidiDevice device) {
        return connections.stream().anyMatch(c -> c.uses(device));
    }

    /** Says which devices others than this connection go to. */
    private Predicate<MidiDevice> shared(Connection one) {
        return device -> outlets.uses(device)
                || keyboards.uses(device)
                || clockEntry.uses(device)
                || connections.stream().anyMatch(c -> c != one && c.uses(device));
    }

    @Override
    public void close() {
        running = false;
        LockSupport.unpark(thread);
        try {
            thread.join(1000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
