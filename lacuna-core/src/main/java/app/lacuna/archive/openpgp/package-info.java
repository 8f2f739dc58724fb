/**
 * Messages of OpenPGP (RFC 9580) that a password locks: written in the current form or in the one
 * that older tools read, opened in both. Passwords, keys and packets are the library's work; the
 * chunks of the current form are read here, since any of them can be had without those before it.
 */
package app.lacuna.archive.openpgp;
