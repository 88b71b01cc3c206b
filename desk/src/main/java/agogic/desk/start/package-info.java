/** How a piece begins: the start page, a new piece, a file that is opened or brought in. */
package agogic.desk.start;
