package agogic.desk.live;

import agogic.core.expose.PlayedThrough;
import agogic.core.play.Engine;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.locks.LockSupport;
import java.util.function.LongSupplier;
import java.util.function.Predicate;
import javax.sound.midi.MidiDevice;

/**
 * The ports of the machine through which a piece plays, and the thread that sends: it sleeps until something is due or
 * changes, and does not exist before a piece has such a port.
 */
final class Outlets {
    private static final long LONGEST_SLEEP = 1_000_000_000L;

    private final Engine engine;
    private final LongSupplier clock;
    private final Troubles troubles;
    private final Queue<Runnable> commands = new ConcurrentLinkedQueue<>();
    private volatile List<Outlet> outlets = List.of();
    /** Those that are to be closed once nothing sounds there; of the thread that looks for ports. */
    private final List<Outlet> leaving = new ArrayList<>();

    private volatile boolean running = true;
    private volatile Thread thread;

    Outlets(Engine engine, LongSupplier clock, Troubles troubles) {
        this.engine = engine;
        this.clock = clock;
        this.troubles = troubles;
    }

    /** Opens what is wanted and there; closes what is not. {@code shared} tells of devices that others use as well. */
    List<PortState> look(Session session, boolean sends, MidiDevice.Info[] there, Predicate<MidiDevice> shared) {
        SortedSet<String> names = sends ? PlayedThrough.ports(session) : new TreeSet<>();
        List<Outlet> now = new ArrayList<>();
        for (Outlet outlet : outlets) {
            if (names.remove(outlet.name())) {
                now.add(outlet);
            } else {
                // What sounds there is ended by the thread that sends; then the one that opened it closes it.
                commands.add(() -> {
                    outlet.port().silence(clock.getAsLong());
                    outlet.silent();
                });
                leaving.add(outlet);
            }
        }
        names.forEach(name -> now.add(new Outlet(name)));
        List<PortState> told = new ArrayList<>();
        for (Outlet outlet : now) {
            boolean opened = looked(outlet, there);
            boolean clocks = session.sync().sends() && session.sync().port().equals(outlet.name());
            commands.add(() -> {
                if (opened) {
                    outlet.port().opened();
                }
                outlet.port().sendClock(clocks);
            });
            told.add(outlet.told());
        }
        outlets = List.copyOf(now);
        // A device that somebody uses again stays open.
        leaving.removeIf(outlet -> closed(outlet, d -> shared.test(d) || uses(d)));
        wake();
        if (!now.isEmpty() && thread == null) {
            start();
        }
        return told;
    }

    private boolean looked(Outlet outlet, MidiDevice.Info[] there) {
        try {
            return outlet.look(there);
        } catch (RuntimeException | Error e) {
            troubles.tell("The port “" + outlet.name() + "”", e);
            outlet.failed();
            return false;
        }
    }

    private boolean closed(Outlet outlet, Predicate<MidiDevice> shared) {
        boolean now = outlet.isSilent() || thread == null;
        if (now) {
            try {
                outlet.close(shared);
            } catch (RuntimeException | Error e) {
                troubles.tell("The port “" + outlet.name() + "”", e);
            }
        }
        return now;
    }

    private void start() {
        Thread made = new Thread(this::run, "agogic-out");
        made.setDaemon(true);
        made.setPriority(Thread.MAX_PRIORITY);
        thread = made;
        made.start();
    }

    boolean uses(MidiDevice device) {
        return outlets.stream().anyMatch(o -> o.uses(device));
    }

    /** Something changed: it goes out as soon as the wire carries it. Allocates nothing. */
    void wake() {
        Thread sleeping = thread;
        if (sleeping != null) {
            LockSupport.unpark(sleeping);
        }
    }

    /** Ends all that sounds on all ports. */
    void panic() {
        commands.add(() -> outlets.forEach(o -> o.port().panic()));
        wake();
    }

    private void run() {
        while (running) {
            long now = clock.getAsLong();
            long next = Long.MAX_VALUE;
            try {
                for (Runnable command = commands.poll(); command != null; command = commands.poll()) {
                    command.run();
                }
                List<Outlet> all = outlets;
                for (int i = 0; i < all.size(); i++) {
                    next = Math.min(next, sent(all.get(i), now));
                }
            } catch (RuntimeException | Error e) {
                troubles.tell("The MIDI outputs", e);
                next = now + LONGEST_SLEEP / 10;
            }
            long sleep = next - now;
            LockSupport.parkNanos(sleep < 0 || sleep > LONGEST_SLEEP ? LONGEST_SLEEP : sleep);
        }
        outlets.forEach(o -> o.port().silence(clock.getAsLong()));
    }

    /** What one port does wrong is told of it, and the others go on. */
    private long sent(Outlet outlet, long now) {
        try {
            return outlet.port().tick(engine.playing(), engine.run(), now);
        } catch (RuntimeException | Error e) {
            troubles.tell("The port “" + outlet.name() + "”", e);
            return now + LONGEST_SLEEP / 10;
        }
    }

    /** Stops what plays, ends what sounds and lets go of all devices. */
    void close() {
        running = false;
        wake();
        Thread sender = thread;
        if (sender != null) {
            try {
                sender.join(1000);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
        outlets.forEach(o -> o.close(d -> false));
        leaving.forEach(o -> o.close(d -> false));
    }
}
