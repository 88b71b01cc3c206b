package agogic.desk.live;

import agogic.core.play.Engine;
import agogic.core.play.LiveState;
import agogic.core.play.Playing;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Surface;
import java.util.Arrays;
import java.util.Optional;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;

/** Sends the places of values back to the controls of one surface that can show them, never against the hand. */
final class ValuesBack {
    private static final long HAND_NANOS = 400_000_000L;

    private final String id;
    private final Receiver receiver;
    private Surface surface;
    private double[] sent = new double[0];
    private int page;
    private int number;

    ValuesBack(String id, Receiver receiver) {
        this.id = id;
        this.receiver = receiver;
    }

    void send(Engine engine, long nanos) {
        // All of one moment: the session may be another one at the next.
        Playing playing = engine.playing();
        Session session = playing.session();
        LiveState live = playing.live();
        number = -1;
        for (int s = 0; s < session.surfaces().size(); s++) {
            number = session.surfaces().get(s).id().equals(id) ? s : number;
        }
        if (number < 0) {
            return;
        }
        Surface now = session.surfaces().get(number);
        if (now != surface && !now.equals(surface) || page != live.page(number)) {
            surface = now;
            page = live.page(number);
            sent = new double[now.controls().size()];
            Arrays.fill(sent, Double.NaN);
        }
        for (int c = 0; c < sent.length; c++) {
            Control control = now.controls().get(c);
            if (control.shows()) {
                double place = place(playing, control, nanos);
                boolean differs = Double.isNaN(sent[c]) || Math.abs(place - sent[c]) > resolution(control) / 2;
                if (!Double.isNaN(place) && differs) {
                    sent[c] = place;
                    tell(ControlSender.show(control, place));
                }
            }
        }
    }

    private static double resolution(Control control) {
        return Math.min(1.0 / 127, control.address().resolution());
    }

    /** Where a control would stand for what its first route that counts is heard at; NaN if the hand is on it. */
    private double place(Playing playing, Control control, long nanos) {
        Session session = playing.session();
        LiveState live = playing.live();
        for (int r = 0; r < session.routes().size(); r++) {
            Route route = session.routes().get(r);
            Optional<Integer> of = route.hand()
                    .filter(h -> h.surface().equals(surface.id()) && h.control().equals(control.id()))
                    .map(h -> h.page());
            if (of.isPresent() && live.active(number, of.get())) {
                boolean held = live.moves(r) > 0 && nanos - live.lastMove(r) < HAND_NANOS;
                return held
                        ? Double.NaN
                        : route.span().positionOf(live.value(playing.index().of(route.target())));
            }
        }
        // The lamp of a button that turns to a page is on while it counts.
        int turns = surface.turnsTo(control.id());
        if (turns > 0) {
            return turns == page ? 1 : 0;
        }
        return control.kind().presses() ? Double.NaN : 0;
    }

    private void tell(byte[] bytes) {
        try {
            for (int i = 0; i < bytes.length; ) {
                int status = bytes[i] & 0xFF;
                boolean two = (status & 0xE0) != 0xC0;
                receiver.send(new ShortMessage(status, bytes[i + 1], two ? bytes[i + 2] : 0), -1);
                i += two ? 3 : 2;
            }
        } catch (InvalidMidiDataException | IllegalStateException e) {
            // The device closed while we spoke; looking for ports again finds it, and all is told anew.
            Arrays.fill(sent, Double.NaN);
        }
    }
}
