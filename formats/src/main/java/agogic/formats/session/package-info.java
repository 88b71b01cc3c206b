/** The {@code .agogic} file: a ZIP of {@code session.json} (whose JSON Schema ships) and {@code rides/*.csv}. */
package agogic.formats.session;
