/**
 * What the program has to remember between two starts: {@link app.lacuna.state.StateFolder} says
 * where, {@link app.lacuna.state.StateFile} how. Readable for nobody but the user.
 */
package app.lacuna.state;
