/** From ride to envelope: reconstruct, shift, steady, fit, and say how far the result is from the hand. */
package agogic.core.refine;
