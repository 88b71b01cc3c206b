package agogic.core.play;

/** What became of a move. Every stop of a wire is one of these; each has a sentence in {@code core.trace}. */
public enum Verdict {
    /** Nothing came yet. */
    NONE(Joint.HAND, false),
    /** The port of the surface is not open: nothing comes in. */
    PORT_CLOSED(Joint.HAND, false),
    /** A control speaks so, but on another channel. */
    OTHER_CHANNEL(Joint.HAND, false),
    /** The message belongs to no control of the surface. */
    NO_CONTROL(Joint.HAND, false),
    /** The control is known, but nothing is connected to it. */
    NO_ROUTE(Joint.HAND, false),
    /** What is connected to the control counts on another page. */
    OTHER_PAGE(Joint.HAND, false),
    /** The control turned its surface to another page. */
    PAGE_TURNED(Joint.HAND, true),
    /** It started a snapshot. */
    STARTED(Joint.HAND, true),
    /** The wire was cut by the person. */
    ROUTE_OFF(Joint.HAND, false),
    /** The hand has not met the value yet. */
    WAITING(Joint.SPAN, false),
    /** The value stands outside the span, where the hand cannot meet it. */
    OUTSIDE_SPAN(Joint.SPAN, false),
    /** The macro at the end of the wire moves nothing. */
    NO_MEMBERS(Joint.SOUND, false),
    /** From and to of the span are the same. */
    SPAN_CLOSED(Joint.SPAN, false),
    /** The parameter must never be written. */
    RESERVED(Joint.SOUND, false),
    /** The parameter sits on no socket, so no host can reach it. */
    HIDDEN(Joint.SOUND, false),
    /** It moves with another parameter: their socket carries one value. */
    FOLLOWS(Joint.SOUND, false),
    /** Its shared socket is with another parameter just now. */
    AWAY(Joint.SOUND, false),
    /** The lane is protected: nothing writes it. */
    PROTECTED(Joint.ENVELOPE, false),
    /** Heard; it writes into clips, and there is none under the playhead. */
    NO_CLIP(Joint.ENVELOPE, true),
    /** Heard and written, but a clip's own layer is what is heard there. */
    COVERED(Joint.ENVELOPE, true),
    /** Heard and written, but the layer it is written to is silenced. */
    SILENCED(Joint.ENVELOPE, true),
    /** Heard and written as far as it goes: the parameter stands at its end. */
    NO_ROOM(Joint.SOUND, true),
    /** Heard; writing has ended, or has not begun: it is outside the punch range. */
    OUTSIDE_PUNCH(Joint.ENVELOPE, true),
    /** It arrives, but its device lets the sound by as it came. */
    BYPASSED(Joint.SOUND, false),
    /** The envelope plays and the route is in Read. */
    READ(Joint.ENVELOPE, false),
    /** Heard; the route is in Read, so nothing was written. */
    HEARD_IN_READ(Joint.ENVELOPE, true),
    /** Heard; the route would write, but nothing plays. */
    NOT_PLAYING(Joint.ENVELOPE, true),
    /** Heard and kept, but not written until the person says so. */
    REHEARSED(Joint.ENVELOPE, true),
    /** Heard during the count-in: kept as the lead-in of the ride. */
    LEAD_IN(Joint.ENVELOPE, true),
    /** Heard and written. */
    WRITTEN(Joint.SOUND, true),
    /** Touched, but not moved yet. */
    TOUCHED(Joint.HAND, true);

    /** The joints of a wire, from left to right. */
    public enum Joint {
        HAND,
        SPAN,
        ENVELOPE,
        SOUND
    }

    private final Joint joint;
    private final boolean heard;

    Verdict(Joint joint, boolean heard) {
        this.joint = joint;
        this.heard = heard;
    }

    /** The joint at which the wire stops, or the last one it reached. */
    public Joint joint() {
        return joint;
    }

    /** True if the move was heard. */
    public boolean heard() {
        return heard;
    }

    /** True if the wire was broken: the move was neither heard nor written. */
    public boolean broken() {
        return !heard && this != NONE;
    }
}
