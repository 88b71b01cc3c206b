/** How loud a piece and its tracks are, measured by playing them, and what a level drafted from that comes to; in words. */
package agogic.desk.loudness;
