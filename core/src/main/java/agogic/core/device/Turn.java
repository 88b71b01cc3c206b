package agogic.core.device;

/**
 * A hand-over of a shared socket.
 *
 * @param beat when it is handed over, in quarter notes from the start of the piece, 0 or more
 * @param seat the place of the seat that has the socket from then on
 */
public record Turn(double beat, int seat) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Turn {
        if (!(beat >= 0) || Double.isInfinite(beat) || seat < 0) {
            throw new IllegalArgumentException("A socket is handed over at beat 0 or later, to one of its seats.");
        }
    }
}
