/** Hardware controllers: their controls, the messages they send, and the values those mean. */
package agogic.core.surface;
