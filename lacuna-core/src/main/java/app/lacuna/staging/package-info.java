/**
 * Files that appear whole or not at all, one or many together ({@link
 * app.lacuna.staging.StagedSet}): written under a temporary name beside their place or wherever the
 * user says, and taken away at the next start if the program was killed meanwhile ({@link
 * app.lacuna.clearing.Register}). {@link app.lacuna.staging.Target} says what may be replaced.
 * Knows nothing of archives.
 */
package app.lacuna.staging;
