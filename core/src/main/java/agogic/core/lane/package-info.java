/** What one target has over time: its envelope and the stretches of it that came from rides. */
package agogic.core.lane;
