/** The controllers as they stand on the table, what each control does, macros, the plane. */
package agogic.desk.surfaces;
