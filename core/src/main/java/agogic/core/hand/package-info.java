/** Where a hand can have been, and when it lay still, from the codes that its control sent. */
package agogic.core.hand;
