/**
 * Bytes that can be read at any place, whatever they lie in: a file, memory, the parts of a split
 * archive, a window of something larger. Free of any format. {@link app.lacuna.io.ByteSource} is
 * the entry type, {@link app.lacuna.io.Fields} reads fixed-size records out of it.
 */
package app.lacuna.io;
