/** What the window costs: its first picture, and while it stands or plays. */
package agogic.desk.measure;
