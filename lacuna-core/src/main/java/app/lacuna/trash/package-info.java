/** The trash of the system, as far as a program can put something there and get it back. */
package app.lacuna.trash;
