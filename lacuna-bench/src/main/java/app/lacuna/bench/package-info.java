/**
 * Speed, measured side by side with other libraries in one run: {@link
 * app.lacuna.bench.BenchmarkRun} measures whole jobs on generated files, {@code kernel} the inner
 * loops. Results go to {@code docs/BENCHMARKS.md}.
 */
package app.lacuna.bench;
