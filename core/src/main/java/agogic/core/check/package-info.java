/** What is wrong with a session, and what would mend it. */
package agogic.core.check;
