/**
 * The key slip: a page with a password, for the safe. It is a readable copy of the password and is
 * made only where the user says so.
 */
package app.lacuna.print;
