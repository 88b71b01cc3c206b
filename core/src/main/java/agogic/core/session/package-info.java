/** The session: one immutable value. Edits are functions from session to session; undo is a list of sessions. */
package agogic.core.session;
