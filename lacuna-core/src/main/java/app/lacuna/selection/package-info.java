/**
 * What goes into an archive: files and folders as the user chose them ({@code roots}) become a
 * frozen {@link app.lacuna.selection.FileSelection} by {@link
 * app.lacuna.selection.SelectionScanner}, with a reason for everything that was left out.
 */
package app.lacuna.selection;
