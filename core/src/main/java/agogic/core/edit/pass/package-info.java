/** Passes: what was moved while playing, and how it is written into the session. */
package agogic.core.edit.pass;
