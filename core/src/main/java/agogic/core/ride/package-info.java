/** Rides: the raw moves of one control in one pass, kept for ever and never changed. */
package agogic.core.ride;
