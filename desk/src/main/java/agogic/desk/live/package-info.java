/** The engine running on the machine's clock, its MIDI ports and its sound. */
package agogic.desk.live;
