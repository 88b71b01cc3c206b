/** Lists whose later states share with the earlier ones what they have in common. */
package agogic.core.list;
