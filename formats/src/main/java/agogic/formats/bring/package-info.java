/** What is brought in from elsewhere: first a report, line by line, then a piece. */
package agogic.formats.bring;
