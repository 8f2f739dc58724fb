/** The Help place: the guide, which is the one in the documents, and the keys. */
package app.lacuna.desktop.places.help;
