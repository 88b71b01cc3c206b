package agogic.core.learn;

import agogic.core.surface.Address;
import agogic.core.surface.Control;
import java.util.ArrayList;
import java.util.List;

/**
 * What a control was taken for.
 *
 * @param address how it speaks
 * @param kind what it seems to be under the hand
 * @param turned true if it seems to be the wrong way round
 * @param touchNote the note that says it is touched, −1 if it cannot say so
 * @param moves how many messages it was heard to send
 * @param sure true if it cannot well be anything else
 * @param doubt what would make it sure, for people; empty if it is
 */
public record Recognised(
        Address address, Control.Kind kind, boolean turned, int touchNote, int moves, boolean sure, String doubt) {
    /** For people: {@code CC 34 · ch 1, a knob or fader, 7-bit, 41 moves}. */
    public String words() {
        return address.brief() + ", " + what() + ", " + moves + (moves == 1 ? " move" : " moves");
    }

    /** What it was taken for, in a few words. */
    public String what() {
        String way = turned ? ", reversed" : "";
        if (address instanceof Address.Relative relative) {
            return "an encoder that says how far (" + relative.encoding().spoken() + ")" + way;
        }
        if (kind.presses()) {
            return (kind == Control.Kind.PAD ? "a pad" : "a button") + way;
        }
        String bits = address.resolution() > 0.001 ? "7-bit" : "14-bit";
        String thing = kind == Control.Kind.KNOB ? "a knob or fader" : "a " + kind.spoken();
        return thing + ", " + bits + way + (touchNote < 0 ? "" : ", touch-sensitive");
    }

    /**
     * The control it would be, under this id and name.
     *
     * @throws IllegalArgumentException in words for people if the id or the name is blank
     */
    public Control control(String id, String name) {
        return new Control(id, name, kind, address, touchNote, turned, false);
    }

    /** What else it could be: the person may know better. This one is the first. */
    public List<Recognised> readings() {
        List<Recognised> all = new ArrayList<>();
        all.add(this);
        List<Recognised> others = new ArrayList<>();
        if (address.controllers().size() > 0) {
            int number = address.controllers().get(0);
            int channel = address.channel();
            Control.Kind moved = kind == Control.Kind.BUTTON || kind == Control.Kind.ENCODER ? Control.Kind.KNOB : kind;
            others.add(as(new Address.Cc(channel, number), moved, false));
            others.add(as(new Address.Cc(channel, number), Control.Kind.PEDAL, true));
            others.add(as(new Address.Cc(channel, number), Control.Kind.BUTTON, false));
            others.add(as(new Address.Cc(channel, number), Control.Kind.BUTTON, true));
            if (number < 32) {
                others.add(as(new Address.CcPair(channel, number), moved, false));
            }
            for (Address.Encoding encoding : Address.Encoding.values()) {
                others.add(as(new Address.Relative(channel, number, encoding), Control.Kind.ENCODER, false));
                others.add(as(new Address.Relative(channel, number, encoding), Control.Kind.ENCODER, true));
            }
        } else {
            others.add(as(address, kind, !turned));
            if (address instanceof Address.Note) {
                others.add(as(address, kind == Control.Kind.PAD ? Control.Kind.BUTTON : Control.Kind.PAD, turned));
            }
        }
        others.stream()
                .filter(o -> !(o.address.equals(address) && o.kind == kind && o.turned == turned))
                .forEach(all::add);
        return all;
    }

    private Recognised as(Address other, Control.Kind otherKind, boolean otherTurned) {
        return new Recognised(other, otherKind, otherTurned, touchNote, moves, true, "");
    }
}
