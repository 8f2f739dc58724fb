/** How it looks: fonts, light and dark, the names of style classes. */
package app.lacuna.desktop.look;
