/** The fewest straight links through a tube. */
package agogic.core.refine.links;
