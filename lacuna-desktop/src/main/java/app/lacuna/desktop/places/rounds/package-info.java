/** Saved jobs: backups in generations, what they hold against what is there now, putting back. */
package app.lacuna.desktop.places.rounds;
