/** Making bytes fewer and getting them back. Knows bytes, never archives. */
package app.lacuna.compression;
