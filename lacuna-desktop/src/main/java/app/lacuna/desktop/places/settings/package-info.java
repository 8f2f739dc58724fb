/** The Settings place: everything that can be set, with what is usual. */
package app.lacuna.desktop.places.settings;
