package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.Preview;

/** What the viewer shows. */
public sealed interface Viewed {
    record Nothing() implements Viewed {}

    record Reading(ArchiveEntry entry) implements Viewed {}

    /**
     * @param archiveChecked whether it was certain at that moment that nobody changed the archive
     */
    record Shown(ArchiveEntry entry, Preview preview, boolean archiveChecked) implements Viewed {}

    record Failed(ArchiveEntry entry, FailureText failure) implements Viewed {}
}
