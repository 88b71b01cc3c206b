/** Edits and reach of macros: members come and go, how far a group can travel, what a host can reach. */
package agogic.core.edit.macro;
