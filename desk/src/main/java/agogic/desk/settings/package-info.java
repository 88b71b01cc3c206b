/** What a person set once for all pieces: kept in a file where the system keeps such things. */
package agogic.desk.settings;
