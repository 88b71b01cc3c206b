/** Scores in MusicXML: notes, ties, repeats, dynamics, tempo and metre, as they are played. */
package agogic.formats.score;
