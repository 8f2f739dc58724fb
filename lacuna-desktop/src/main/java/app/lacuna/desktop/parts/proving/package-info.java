/** Proving an archive once more, and keeping what came of it as a report or a list of digests. */
package app.lacuna.desktop.parts.proving;
