/** Entries in the menus of file managers, by files in the folders that these look into. */
package app.lacuna.desktop.system.menus;
