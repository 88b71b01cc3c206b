/** Small controls that several views use. */
package agogic.desk.parts;
