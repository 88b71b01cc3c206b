/** Taking the result out. */
package agogic.desk.export;
