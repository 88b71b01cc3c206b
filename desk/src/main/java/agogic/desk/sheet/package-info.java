/** The printable sheet of what every control does. Works without a screen. */
package agogic.desk.sheet;
