/** The window and the commands. */
package agogic.desk;
