/** The controls of our own: the brief, gaps, marks, popovers, columns. */
package app.lacuna.desktop.ui;
