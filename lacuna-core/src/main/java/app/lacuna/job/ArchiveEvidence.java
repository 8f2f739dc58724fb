package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.disc.read.OpenedDiscs;
import app.lacuna.looseends.ByArchive;
import app.lacuna.looseends.Evidence;
import app.lacuna.staging.FileMarks;
import java.io.IOException;

/** What an opened archive can show of readable files. */
public final class ArchiveEvidence {
    private ArchiveEvidence() {}

    /**
     * Checks the archive first, where one code protects all of it. It stays open.
     *
     * @throws app.lacuna.error.DamagedArchive if it was damaged or changed by somebody
     */
    public static Evidence of(OpenedArchive archive, ProgressListener listener, CancelToken cancel)
            throws IOException {
        Listing outside = archive.outside();
        FileMarks marks =
                FileMarks.of(
                        archive instanceof OpenedDiscs onDiscs
                                ? onDiscs.discs()
                                : VolumeNames.of(outside.archive(), outside.volumes()));
        archive.check(listener, cancel);
        boolean same = archive instanceof OpenedDiscs || isStillAt(outside);
        return new ByArchive(archive, same ? marks : FileMarks.none(), cancel);
    }

    /** Another program may have replaced the file since it was opened. */
    private static boolean isStillAt(Listing opened) {
        try (ArchiveReader now = Archives.open(opened.archive(), Limits.NONE, Nested.AS_A_FILE)) {
            return now.outside().entries().equals(opened.entries())
                    && now.outside().archiveBytes() == opened.archiveBytes();
        } catch (IOException e) {
            return false;
        }
    }
}
