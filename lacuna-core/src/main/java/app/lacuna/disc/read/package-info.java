/** Discs that are there: images, or folders where discs are mounted, and what of a set they are. */
package app.lacuna.disc.read;
