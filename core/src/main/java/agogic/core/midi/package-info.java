/** Bytes to messages to values, as MIDI 1.0 has them. Nothing here allocates once it is made. */
package agogic.core.midi;
