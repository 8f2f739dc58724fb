/**
 * Proof that an archive opens and holds what it should: {@link app.lacuna.verify.Proof} reads a
 * finished archive back, past the cache of the system where that can be, and compares every entry
 * with the original as it is now.
 */
package app.lacuna.verify;
