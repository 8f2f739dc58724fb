/** The page of the loose ends: what can be read without a password, where, and since when. */
package app.lacuna.desktop.places.ends;
