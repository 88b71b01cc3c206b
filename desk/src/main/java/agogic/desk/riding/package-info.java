/** One to four lanes large, the score under them, the next bars ahead of the playhead, and nothing else. */
package agogic.desk.riding;
