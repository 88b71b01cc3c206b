/** Audio that is brought in, as values: files, their parts in clips, how loud they are. No file is read here. */
package agogic.core.audio;
