/** Tables of comma-separated values (RFC 4180): envelopes, rides, bytes, sampled lanes. */
package agogic.formats.table;
