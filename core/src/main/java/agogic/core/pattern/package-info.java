/** Patterns: cycles of steps and waves that are kept as data, what they say, and the points that say the same. */
package agogic.core.pattern;
