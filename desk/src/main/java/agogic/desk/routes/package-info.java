/** The rows, each a wire from hand to sound. */
package agogic.desk.routes;
