/** What is drawn, as data: marks in inks, and the painter that puts them on a canvas. */
package agogic.desk.draw;
