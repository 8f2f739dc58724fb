/**
 * One archive on the page, locked or opened: everything that belongs to it is made with it and goes
 * with it, and what comes back late from the background finds nobody.
 */
package app.lacuna.desktop.session;
