/** What it says: texts from the bundle, and failures turned into words. */
package app.lacuna.desktop.words;
