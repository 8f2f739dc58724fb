package app.lacuna.job;

import app.lacuna.archive.Listing;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.delivery.disc.reading.OpenedDiscs;
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
     * @throws app.lacuna.failure.DamagedArchive if it was damaged or changed by somebody
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
        return new ByArchive(archive, marks, cancel);
    }
}
