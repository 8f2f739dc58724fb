/**
 * What can be shown of an entry from memory, without writing anything: {@link
 * app.lacuna.preview.PreviewReader} reads and checks it, finds out what it is, and keeps within
 * limits whatever the archive claims. Drawing it is the front end's.
 */
package app.lacuna.preview;
