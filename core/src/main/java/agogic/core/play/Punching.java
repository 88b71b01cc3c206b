package agogic.core.play;

import agogic.core.record.Pass;

/** Where writing begins and ends while playing goes on: by the range of the loop, or by a key. */
final class Punching {
    private final Present present;
    private final Transport transport;
    private final Hands hands;

    Punching(Present present, Transport transport, Hands hands) {
        this.present = present;
        this.transport = transport;
        this.hands = hands;
    }

    /** Ends what is written, if its range ends at {@code at}; true if it did. */
    boolean out(double at) {
        double began = transport.punchIn();
        boolean now = transport.leaves(at);
        if (now) {
            hands.finish(began, at, Pass.End.PUNCHED, false);
            over();
        }
        return now;
    }

    /** Ends what is written here; true if anything was being written. */
    boolean outNow(double at) {
        boolean now = transport.punched();
        if (now) {
            hands.finish(at, Pass.End.PUNCHED, false);
            transport.punchOutNow();
            over();
        }
        return now;
    }

    /** Writing begins where it plays; what was moved before is no part of it. */
    void in() {
        transport.punchInNow();
        for (RouteState state : present.routes) {
            state.passOver = false;
            state.clearPass();
        }
    }

    /** What follows is no part of a pass until writing begins anew. */
    private void over() {
        for (RouteState state : present.routes) {
            state.passOver = true;
        }
    }
}
