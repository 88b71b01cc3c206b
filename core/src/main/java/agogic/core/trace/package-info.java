/** The trace: what happened to a move, and where its wire stops. */
package agogic.core.trace;
