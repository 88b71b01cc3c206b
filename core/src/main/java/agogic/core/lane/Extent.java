package agogic.core.lane;

/** A part of a clip's content in which a layer says something, in content time; its end belongs to it no more. */
public record Extent(double from, double to) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Extent {
        if (!Double.isFinite(from) || !(to >= from) || !Double.isFinite(to)) {
            throw new IllegalArgumentException("A part of a clip begins before it ends.");
        }
    }
}
