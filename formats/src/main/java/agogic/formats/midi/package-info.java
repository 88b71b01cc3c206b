/** Standard MIDI Files 1.0. */
package agogic.formats.midi;
