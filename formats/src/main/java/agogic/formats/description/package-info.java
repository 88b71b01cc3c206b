/** Descriptions of devices from outside: LV2 bundles in Turtle, and charts of hardware as tables. */
package agogic.formats.description;
