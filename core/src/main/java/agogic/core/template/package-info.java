/** How a device or a track is laid out, kept for others. */
package agogic.core.template;
