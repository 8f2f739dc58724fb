/** The Discs place: how many, which one holds what, burning them and reading them back. */
package app.lacuna.desktop.places.discs;
