/** The demo piece, its score and its recorded hands. All of it is made up. */
package agogic.standins.comet;
