/** Words that people give to things. */
package agogic.core.text;
