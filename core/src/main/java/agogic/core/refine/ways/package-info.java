/** Straight, bent and S ways between two places in a tube, and the fewest of them over places that they may begin and end at. */
package agogic.core.refine.ways;
