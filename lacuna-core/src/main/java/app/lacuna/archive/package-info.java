/**
 * Archives, free of any format: what can be asked of a finished one ({@link
 * app.lacuna.archive.ArchiveReader}) and how a new one is written ({@link
 * app.lacuna.archive.ArchiveWriter}).
 */
package app.lacuna.archive;
