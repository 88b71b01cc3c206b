/** Devices as their descriptions tell them: what can move, and through which sockets a host reaches it. */
package agogic.core.device;
