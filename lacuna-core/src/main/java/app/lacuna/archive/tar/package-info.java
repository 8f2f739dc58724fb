/**
 * TAR (POSIX.1-2001, pax interchange format), by itself, compressed, or in an OpenPGP message. What
 * is written here is compressed in frames and ends with a catalogue, so that it opens at once; what
 * others have written is read through once.
 */
package app.lacuna.archive.tar;
