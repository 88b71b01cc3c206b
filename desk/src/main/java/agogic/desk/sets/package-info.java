/** Snapshots and sets of them in the window: taken, started, dropped. */
package agogic.desk.sets;
