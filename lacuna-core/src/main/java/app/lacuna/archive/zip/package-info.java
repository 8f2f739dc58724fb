/**
 * The ZIP container as in APPNOTE.TXT 6.3.x, with entries encrypted as in "AES encryption, AE-1 and
 * AE-2" 1.04. {@link app.lacuna.archive.zip.ZipWriter} and {@link app.lacuna.archive.zip.ZipReader}
 * are the only doors. Every section number in this package is one of APPNOTE.TXT.
 */
package app.lacuna.archive.zip;
