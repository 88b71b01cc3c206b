/** Benchmarks: speed as ratios within one run. */
package agogic.bench;
