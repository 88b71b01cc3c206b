/** One lane, large: the ride, the envelope, the recipe, the points. */
package agogic.desk.refine;
