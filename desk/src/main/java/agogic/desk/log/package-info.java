/** What went wrong, written down for a report: in a file that goes round, without anything of a person's piece. */
package agogic.desk.log;
