package agogic.core.refine;

import java.util.List;

/**
 * What lies about a piece of a hand's way.
 *
 * @param levelBefore true if it is level before, and may be so longer: then the piece begins later
 * @param levelAfter the same at its end
 * @param meetings where two reaches may meet: time and value
 */
record Surroundings(boolean levelBefore, boolean levelAfter, List<double[]> meetings) {}
