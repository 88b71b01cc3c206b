package agogic.core.device;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A numbered place through which a host reaches a device, and what sits on it.
 *
 * <p>One parameter: the usual case. Several without turns: they are <em>joined</em>, one value moves them all, each along
 * its own span and by its own steps; the first leads: its lane says, through its span, what the socket carries. Several with turns: they <em>share</em>
 * the socket one after another, each by its own lane, and hold their last value while another has it.
 *
 * @param number counted from 1
 * @param seats who sits here, at least one
 * @param turns when the socket is handed over, in time order, the first at beat 0; empty if it is not shared
 */
public record Socket(int number, List<Seat> seats, List<Turn> turns) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Socket {
        seats = List.copyOf(seats);
        turns = List.copyOf(turns);
        if (number < 1) {
            throw new IllegalArgumentException("Sockets are counted from 1, not " + number + ".");
        }
        if (seats.isEmpty()) {
            throw new IllegalArgumentException("Socket " + number + " carries nothing.");
        }
        Set<String> ids = new HashSet<>();
        for (Seat seat : seats) {
            if (!ids.add(seat.parameter())) {
                throw new IllegalArgumentException("Socket " + number + " carries " + seat.parameter() + " twice.");
            }
        }
        for (int i = 0; i < turns.size(); i++) {
            boolean follows = i == 0
                    ? turns.get(0).beat() == 0
                    : turns.get(i).beat() > turns.get(i - 1).beat();
            if (!follows || turns.get(i).seat() >= seats.size()) {
                throw new IllegalArgumentException(
                        "Socket " + number + ": hand-overs begin at beat 0, stand in time order and name a seat.");
            }
        }
    }

    /**
     * A socket of one parameter.
     *
     * @throws IllegalArgumentException in words for people if the number is below 1
     */
    public static Socket of(int number, String parameter) {
        return new Socket(number, List.of(Seat.of(parameter)), List.of());
    }

    /** True if one value moves several parameters. */
    public boolean joined() {
        return seats.size() > 1 && turns.isEmpty();
    }

    /** True if several parameters have it one after another. */
    public boolean shared() {
        return !turns.isEmpty();
    }

    /** The seat of a parameter, −1 if it does not sit here. */
    public int seatOf(String parameter) {
        for (int i = 0; i < seats.size(); i++) {
            if (seats.get(i).parameter().equals(parameter)) {
                return i;
            }
        }
        return -1;
    }

    /** Which seat, from 0, has the socket at {@code beat} of the piece, in quarter notes; 0 if it is not shared. */
    public int seatAt(double beat) {
        int seat = 0;
        for (Turn turn : turns) {
            if (turn.beat() <= beat) {
                seat = turn.seat();
            }
        }
        return seat;
    }

    /**
     * With another number, from 1.
     *
     * @throws IllegalArgumentException in words for people if the number is below 1
     */
    public Socket numbered(int newNumber) {
        return new Socket(newNumber, seats, turns);
    }

    /** Without a parameter; its turns go to the one that had the socket before. Empty if it was the last. */
    public Optional<Socket> without(String parameter) {
        int gone = seatOf(parameter);
        if (gone < 0) {
            return Optional.of(this);
        }
        List<Seat> left =
                seats.stream().filter(s -> !s.parameter().equals(parameter)).toList();
        if (left.isEmpty()) {
            return Optional.empty();
        }
        List<Turn> kept = new ArrayList<>();
        for (Turn turn : turns) {
            if (turn.seat() != gone) {
                int seat = turn.seat() > gone ? turn.seat() - 1 : turn.seat();
                boolean again = !kept.isEmpty() && kept.get(kept.size() - 1).seat() == seat;
                if (!again) {
                    kept.add(new Turn(kept.isEmpty() ? 0 : turn.beat(), seat));
                }
            }
        }
        return Optional.of(new Socket(number, left, left.size() == 1 ? List.of() : kept));
    }
}
