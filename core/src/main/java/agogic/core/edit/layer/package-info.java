/** Edits of the layers of lanes, and what they are made into. */
package agogic.core.edit.layer;
