/** Finding out what a control is from what it sends. */
package agogic.core.learn;
