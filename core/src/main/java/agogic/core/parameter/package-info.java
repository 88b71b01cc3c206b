/** What can move: parameters, their travel, their units, and how values are written and read. */
package agogic.core.parameter;
