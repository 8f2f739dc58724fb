/** Disc drives as the program sees them, and what is remembered of sets that are being burned. */
package app.lacuna.disc.drive;
