/**
 * How strong a password is, how long it takes to guess in the form that is chosen, and passwords
 * made by the program. Knows neither archives nor files; nothing here keeps a password.
 */
package app.lacuna.password;
