/** Edits of clips: what goes with a clip goes along. */
package agogic.core.edit.clip;
