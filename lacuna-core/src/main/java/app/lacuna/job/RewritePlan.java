package app.lacuna.job;

import app.lacuna.archive.KeptEntry;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Sealing;
import app.lacuna.selection.FileItem;
import java.util.List;

/**
 * What an archive becomes when it is written anew.
 *
 * @param options the form it will have
 * @param sealing what becomes of the protection of what is kept
 * @param keepNote whether the hint or opening note stays as it is, instead of the options' one
 */
record RewritePlan(
        PackOptions options,
        Sealing sealing,
        boolean keepNote,
        List<KeptEntry> kept,
        List<FileItem> added) {}
