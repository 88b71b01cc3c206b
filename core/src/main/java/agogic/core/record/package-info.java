/** Passes from the first touch to the ride: numbered, event by event, in a log that everything else reads. */
package agogic.core.record;
