/**
 * Backups of the same files again and again: which copies there are, what each of them holds, what
 * has changed since the last, which may go, and how the files were at a certain moment. How they
 * lie on disk is in docs/BACKUPS.md.
 */
package app.lacuna.generations;
