/**
 * What can be set once and for all: {@link app.lacuna.desktop.settings.Setting} with what is usual,
 * kept by {@link app.lacuna.desktop.settings.Stored}. Whoever has a setting makes it; the Settings
 * place shows all of them.
 */
package app.lacuna.desktop.settings;
