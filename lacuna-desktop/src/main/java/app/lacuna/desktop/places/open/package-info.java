/** The Open place: unlock an archive, look inside, take files out. */
package app.lacuna.desktop.places.open;
