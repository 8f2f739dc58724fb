/**
 * The desktop around the window: the menus of file managers, notifications, and staying awake. Each
 * is asked for behind an interface, and none of them is needed.
 */
package app.lacuna.desktop.system;
