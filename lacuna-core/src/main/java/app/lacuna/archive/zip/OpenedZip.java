package app.lacuna.archive.zip;

import app.lacuna.archive.OpenedArchive;

/** An opened ZIP archive, from which a new one can take entries over as they are. */
public abstract class OpenedZip implements OpenedArchive {
    OpenedZip() {}

    /** The archive that has the entries: the one inside, if names are hidden. */
    abstract ZipContents contents();

    /** The bytes of the note that everybody can read. */
    abstract byte[] note();
}
