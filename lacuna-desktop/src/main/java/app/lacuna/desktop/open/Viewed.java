package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.Preview;

/** What the viewer shows. */
public sealed interface Viewed {
    record Nothing() implements Viewed {}

    record Reading(ArchiveEntry entry) implements Viewed {}

    record Shown(ArchiveEntry entry, Preview preview) implements Viewed {}

    record Failed(ArchiveEntry entry, FailureText failure) implements Viewed {}
}
