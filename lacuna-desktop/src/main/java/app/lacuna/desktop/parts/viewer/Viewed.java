package app.lacuna.desktop.parts.viewer;

import app.lacuna.desktop.words.FailureText;
import app.lacuna.preview.Preview;

/** What the viewer shows. */
public sealed interface Viewed {
    record Nothing() implements Viewed {}

    /**
     * @param name the last part of the path
     */
    record Reading(String path, String name) implements Viewed {}

    /**
     * @param inArchive whether it comes out of the archive, and not from a file yet to be packed
     * @param archiveChecked whether it was certain at that moment that nobody changed the archive
     */
    record Shown(
            String path,
            String name,
            long size,
            Preview preview,
            boolean inArchive,
            boolean archiveChecked)
            implements Viewed {}

    record Failed(String path, String name, FailureText failure) implements Viewed {}
}
