package agogic.core.device;

import agogic.core.route.Span;

/**
 * One parameter on a socket.
 *
 * @param parameter its id
 * @param span the part of its travel that the socket's value moves it along; {@link Span#FULL} if it is the socket's own
 */
public record Seat(String parameter, Span span) {
    /** A parameter whose value is the socket's value. */
    public static Seat of(String parameter) {
        return new Seat(parameter, Span.FULL);
    }
}
