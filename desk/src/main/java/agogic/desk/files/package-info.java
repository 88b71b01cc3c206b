/** Opening, saving, bringing in. */
package agogic.desk.files;
