/**
 * Playing: from messages to values on a compiled snapshot of the session. One thread ticks the {@link
 * agogic.core.play.Engine}; others put messages into its ports and read its {@link agogic.core.play.LiveState}.
 */
package agogic.core.play;
