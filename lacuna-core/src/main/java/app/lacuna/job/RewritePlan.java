package app.lacuna.job;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.Encryption;
import app.lacuna.archive.zip.KeptEntry;
import app.lacuna.selection.FileItem;
import java.util.List;

/**
 * What an archive becomes when it is written anew.
 *
 * @param options the form it will have
 * @param encryption what becomes of the encryption of what is kept
 * @param keepNote whether the hint or opening note stays as it is, instead of the options' one
 * @param replaced entries in whose place something of {@code added} comes; one whose new file can
 *     not be read stays
 */
record RewritePlan(
        PackOptions options,
        Encryption encryption,
        boolean keepNote,
        List<KeptEntry> kept,
        List<FileItem> added,
        List<KeptEntry> replaced) {}
