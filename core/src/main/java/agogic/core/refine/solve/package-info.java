/** Systems of equations that are filled near their diagonal only. */
package agogic.core.refine.solve;
