/**
 * What every other package leans on: byte counts, secrets and their spelling, progress,
 * cancellation, the end of a job. Imports nothing else of ours. Nothing here accepts or returns
 * {@code null} unless the method name ends in {@code OrNull}.
 */
package app.lacuna.common;
