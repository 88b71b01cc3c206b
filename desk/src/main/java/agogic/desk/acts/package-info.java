/** The one table of acts: menus, tips, the list of keys, finding an act and the key handler are made from it. */
package agogic.desk.acts;
