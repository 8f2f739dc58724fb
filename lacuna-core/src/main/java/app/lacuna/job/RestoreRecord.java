package app.lacuna.job;

import app.lacuna.generations.BackupScope;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.generations.RestoreLog;
import java.util.ArrayList;
import java.util.List;

/**
 * What a restore in place is going to write, and what it replaces: the manifest inside the archive
 * of the replaced files. An undo needs nothing else.
 */
final class RestoreRecord {
    /** Marks a line in the manifest of version 1: something was at the place. */
    static final String REPLACED = "replaced";

    private RestoreRecord() {}

    /**
     * @param replaced lines of the items in the archive
     * @param written lines of the snapshot that will be written
     */
    static Manifest of(
            String round,
            BackupScope scope,
            List<ManifestLine> replaced,
            List<ManifestLine> written) {
        List<ManifestLine> lines = new ArrayList<>(replaced);
        lines.addAll(written);
        return new Manifest(round, RestoreLog.BEFORE, 0, scope, lines);
    }

    static boolean isReplaced(ManifestLine line) {
        return line.generation().equals(RestoreLog.BEFORE);
    }
}
