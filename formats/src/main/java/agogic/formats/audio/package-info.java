/** Audio files as they lie: written block by block, never whole in memory. */
package agogic.formats.audio;
