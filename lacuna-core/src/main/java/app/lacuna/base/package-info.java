/**
 * What every other package leans on: byte counts, secrets, progress, cancellation, the end of a
 * job, and files that appear whole or not at all. Imports nothing else of ours. Nothing here
 * accepts or returns {@code null} unless the method name ends in {@code OrNull}.
 */
package app.lacuna.base;
