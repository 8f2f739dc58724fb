/** The languages of the program, and the texts that the core itself writes into files. */
package app.lacuna.messages;
