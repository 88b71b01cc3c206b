/** What goes out through a port of the machine while it plays: notes, values and the clock, at the pace of a wire. */
package agogic.core.out;
