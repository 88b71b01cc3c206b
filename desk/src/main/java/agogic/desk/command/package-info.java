/** The commands of {@code ./agogic}; they work without a screen. */
package agogic.desk.command;
