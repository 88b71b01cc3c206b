package agogic.core.record;

/** What can happen to a pass. Times are seconds of the piece, places 0..1 of the control. */
public enum Event {
    /** It begins. At: from when it writes. */
    BEGAN,
    /** A value is known only now: the one that stood before the hand came, normalised. */
    STOOD,
    /** A value is known only now: the smallest step of the hand, as a part of the travel. */
    FINER,
    /** A hand is on the control. At: since when. */
    TOUCHED,
    /** The hand left it. At: when. */
    RELEASED,
    /** A move. At: when; where the hand is, and where that counts. */
    MOVED,
    /** A value is known only now: where the control stood in all moves until here. */
    RESTATED,
    /** Another hand has the say over the parameter. At: since when. */
    YIELDED,
    /** It has the say again. At: since when. */
    SAYS,
    /** It is over. At: when; the place in {@link Pass.End} that says why. */
    ENDED,
    /** Nothing becomes of it: writing had not begun yet. */
    DROPPED,
    /** The passes that ended since the last time ended together. */
    CLOSED
}
