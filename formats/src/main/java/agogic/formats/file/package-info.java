/** Files that are never left half-written, and errors that say where. */
package agogic.formats.file;
