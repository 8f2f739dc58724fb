/**
 * The ZIP container as in APPNOTE.TXT 6.3.x, with entries encrypted as in "AES encryption, AE-1 and
 * AE-2" 1.04. The doors are {@link app.lacuna.archive.zip.ZipArchives} for opening and writing,
 * {@link app.lacuna.archive.zip.KeepingWriter} for what is kept of an older archive, and {@link
 * app.lacuna.archive.zip.Salvage} for what is damaged. Every section number in this package is one
 * of APPNOTE.TXT.
 */
package app.lacuna.archive.zip;
