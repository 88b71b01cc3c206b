/** The guide: pages of {@code docs/guide}, read in the window. A robot follows each of their steps. */
package agogic.desk.guide;
