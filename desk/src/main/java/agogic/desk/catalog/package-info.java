/** All parameters of all devices: search, sockets, faces, what makes them fit. */
package agogic.desk.catalog;
