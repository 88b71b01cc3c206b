package agogic.core.route;

/**
 * Which layer a pass writes.
 *
 * @param clip true for the clip under the playhead, false for the timeline
 * @param offset true for an offset over what is there, false for absolute values
 */
public record Into(boolean clip, boolean offset) {
    public static final Into TIMELINE = new Into(false, false);

    /** In words: {@code the timeline}, {@code an offset in the clip}. */
    public String spoken() {
        String where = clip ? "the clip" : "the timeline";
        return offset ? "an offset " + (clip ? "in " : "on ") + where : where;
    }

    /** The next of the four, in the order in which they are offered. */
    public Into next() {
        return offset ? new Into(!clip, false) : new Into(clip, true);
    }
}
