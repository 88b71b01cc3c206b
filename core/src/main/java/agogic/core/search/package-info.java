/** Finding one parameter among very many, as somebody types. */
package agogic.core.search;
