/**
 * A disc drive that is none: discs are files in a folder, and everything can go wrong with them.
 */
package app.lacuna.demo.drive;
