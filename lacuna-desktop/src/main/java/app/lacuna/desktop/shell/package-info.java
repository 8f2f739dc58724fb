/** The frame of the window: the left margin with the places, the layer for popovers. */
package app.lacuna.desktop.shell;
