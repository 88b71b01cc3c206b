/** Simulated hardware: surfaces that appear among the machine's MIDI devices and send real messages. */
package agogic.standins.surfaces;
