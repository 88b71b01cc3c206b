/** Edits of points: by hand, by words, from a score or a loudness; patterns, snapshots and versions along with them. */
package agogic.core.edit.points;
