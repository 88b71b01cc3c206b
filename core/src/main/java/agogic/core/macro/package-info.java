/** Macros: one value that moves several parameters, by span or by offset, and how far a group can travel. */
package agogic.core.macro;
