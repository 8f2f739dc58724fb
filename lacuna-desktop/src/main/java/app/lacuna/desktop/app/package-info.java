/** Puts the program together: services, places, window; starts and ends it. */
package app.lacuna.desktop.app;
