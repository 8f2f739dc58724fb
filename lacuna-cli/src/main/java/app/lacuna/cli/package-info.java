/**
 * The command line: one class a command, {@link app.lacuna.cli.Main} as the start. Results go to
 * standard output, words to standard error.
 */
package app.lacuna.cli;
