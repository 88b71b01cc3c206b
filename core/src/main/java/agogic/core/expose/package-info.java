/** Making parameters available to a host, naming them, and taking them back without leaving anything behind. */
package agogic.core.expose;
