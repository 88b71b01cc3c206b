package agogic.core.refine.ways;

/**
 * Where a shaped way may begin and end.
 *
 * @param corner true if it is a corner of the straight path: from one corner to the next a straight way lies inside
 * @param beside true if it is a corner that does not lie on the middle of the tube: a way that begins there goes less far
 * @param turn true if the middle turns there
 */
record LinkPlace(double time, double value, boolean corner, boolean beside, boolean turn) {
    static LinkPlace of(double time, double value) {
        return new LinkPlace(time, value, false, false, false);
    }
}
