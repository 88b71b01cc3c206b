/** What a person does to points: drafts from a score. */
package agogic.core.shape;
