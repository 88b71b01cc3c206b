/** The stand-in devices: small sounds of our own, at 48 kHz in blocks of 64, the same to the last bit every time. */
package agogic.standins.sound;
