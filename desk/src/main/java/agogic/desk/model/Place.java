package agogic.desk.model;

import agogic.core.route.Target;

/**
 * A place in the envelope of a lane that somebody points at.
 *
 * @param target whose lane it is
 * @param time in lane time
 * @param value normalised
 * @param point the point that is there, −1 for none
 */
public record Place(Target target, double time, double value, int point) {}
