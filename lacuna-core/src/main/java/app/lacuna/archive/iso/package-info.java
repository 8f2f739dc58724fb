/**
 * Images of discs: ISO 9660 (ECMA-119, 4th edition) at level 3 with Joliet names and Rock Ridge
 * attributes (SUSP 1.12, RRIP 1.12). Entry points are {@link app.lacuna.archive.iso.IsoImage} for
 * writing and {@link app.lacuna.archive.iso.IsoReader}.
 */
package app.lacuna.archive.iso;
