/** Curves of straight pieces over time: what moves look like before anything is made of them. */
package agogic.core.curve;
