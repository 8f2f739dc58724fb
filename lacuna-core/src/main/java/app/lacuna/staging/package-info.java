/**
 * Files that appear whole or not at all: written beside their place under a temporary name ({@link
 * app.lacuna.staging.StagedFile}), and taken away at the next start if the program was killed
 * meanwhile ({@link app.lacuna.staging.Leftovers}). Knows nothing of archives.
 */
package app.lacuna.staging;
