/** Beats, seconds and bars: the tempo map, the metre map, and positions as people write them. */
package agogic.core.time;
