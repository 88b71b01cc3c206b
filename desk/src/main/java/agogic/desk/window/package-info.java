/** The window: views that observe the {@link agogic.desk.window.Desk} and turn gestures into edits. */
package agogic.desk.window;
