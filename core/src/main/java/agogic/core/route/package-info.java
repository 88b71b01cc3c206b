/** From a control's place to a parameter's value: spans, takeover, smoothing, write modes. */
package agogic.core.route;
