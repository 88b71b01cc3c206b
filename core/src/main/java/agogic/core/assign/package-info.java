/** What is tied to what: connecting hands to targets, what clashes, changing spans, maps for other sessions. */
package agogic.core.assign;
