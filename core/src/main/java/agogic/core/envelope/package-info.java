/** Points joined by shapes: what one target has over time. */
package agogic.core.envelope;
