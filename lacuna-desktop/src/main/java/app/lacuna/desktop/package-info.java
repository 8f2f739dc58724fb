/**
 * The window. {@link app.lacuna.desktop.app.Launcher} starts it. Each place has a package with a
 * view, which builds controls, and a view model, which holds properties and calls the core; view
 * models never import views.
 */
package app.lacuna.desktop;
