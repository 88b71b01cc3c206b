/** Pictures of the window, apart from the views. */
package agogic.desk.shots;
