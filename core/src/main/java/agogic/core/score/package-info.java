/** What is played: clips with their notes, and where they lie in the piece. */
package agogic.core.score;
