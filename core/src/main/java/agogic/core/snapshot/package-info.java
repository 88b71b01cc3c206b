/** Snapshots: named values of several parameters, and sets of them on pads. */
package agogic.core.snapshot;
