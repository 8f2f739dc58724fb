package app.lacuna.selection;

/** What an item is, in the archive as on disk. */
public enum ItemKind {
    FILE,
    FOLDER,
    /** A symbolic link, kept as a link: its contents are the path it points to. */
    LINK
}
