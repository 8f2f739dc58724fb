/** The Pack place: contents, brief, password, and packing with its proof. */
package app.lacuna.desktop.places.pack;
