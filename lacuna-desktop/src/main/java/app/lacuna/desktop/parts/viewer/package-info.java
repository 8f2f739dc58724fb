/** The viewer: one file of an archive, shown from memory, whatever kind it is. */
package app.lacuna.desktop.parts.viewer;
