/** What a person does to a piece: functions from a session to the next, each package by what it changes. */
package agogic.core.edit;
