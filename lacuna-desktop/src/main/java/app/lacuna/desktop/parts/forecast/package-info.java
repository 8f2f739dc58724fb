/** What packing is expected to come to. */
package app.lacuna.desktop.parts.forecast;
