/** MIDI 2.0 clip files (M2-116-U), out and in: 32-bit values, 16-bit velocities. Made from the published specification by heart. */
package agogic.formats.clip2;
