/** The window: transport, trace bar, drawer, keys. */
package agogic.desk.shell;
