/** Corners and shapes of a number of ways that are the nearest to the middle: interior points. */
package agogic.core.refine.draw;
