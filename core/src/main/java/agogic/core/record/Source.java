package agogic.core.record;

import agogic.core.route.Route;

/**
 * What makes a pass: known before its first move.
 *
 * @param route the route as it was when the pass began
 * @param resolution the smallest step of its control as a part of its travel, 0 if it is not known
 * @param rehearsed true if it is only tried
 * @param resting normalised value of the target where nothing moved it
 */
public record Source(Route route, double resolution, boolean rehearsed, double resting) {}
