/**
 * Archives, free of any format: what can be asked of one without its password ({@link
 * app.lacuna.archive.ArchiveReader}), what it gives when it is opened ({@link
 * app.lacuna.archive.OpenedArchive}), and how a new one is written ({@link
 * app.lacuna.archive.ArchiveWriter}).
 */
package app.lacuna.archive;
