/**
 * Packing jobs that are saved under a name, and what was used last. Kept in files of the user's
 * own, readable for nobody else; never a password, and file names only where the user saved them.
 */
package app.lacuna.rounds;
