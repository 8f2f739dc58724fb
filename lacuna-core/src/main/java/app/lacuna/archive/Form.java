package app.lacuna.archive;

/** The format of an archive. */
public enum Form {
    /** ZIP: opens nearly anywhere, each file by itself. */
    ZIP,
    /** TAR in an OpenPGP message: keeps owners, attributes and hard links; hides everything. */
    BACKUP,
    /** The same, as OpenPGP tools of before 2024 read it: slower, and one check at the end. */
    BACKUP_FOR_OLDER_TOOLS;

    public boolean isBackup() {
        return this != ZIP;
    }
}
