/** What the views look at and act on; no class that knows everything. */
package agogic.desk.model;
