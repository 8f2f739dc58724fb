/**
 * Packing jobs that are saved under a name, what was used last and what was opened. Kept in files
 * of the user's own, readable for nobody else; never a password, and file names only where the user
 * saved them.
 */
package app.lacuna.rounds;
