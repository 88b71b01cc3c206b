/** Clocks of others: MIDI clock and MIDI time code, told and followed. */
package agogic.core.sync;
