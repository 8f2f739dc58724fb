/** The inner loops, measured by JMH. */
package app.lacuna.bench.kernel;
