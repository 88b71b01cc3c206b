/** Where an envelope may be over time, and the middle that it should be near. */
package agogic.core.refine.tube;
