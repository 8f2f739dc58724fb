package app.lacuna.job;

import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.disc.DiscOrder;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/**
 * An archive that is there, onto images of discs in a folder. Nothing is compressed anew; what goes
 * onto each disc is proved against the archive, the images are read back, and all of them appear or
 * none. The archive stays as it is.
 */
public final class DiscsJob {
    private final Path archive;
    private final DiscOrder order;
    private final Path folder;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * @param archive any of its files
     * @param folder for the images
     */
    public DiscsJob(
            Path archive,
            DiscOrder order,
            Path folder,
            ProgressListener listener,
            CancelToken cancel) {
        this.archive = archive;
        this.order = order;
        this.folder = folder;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * @param password that of the archive, absent if it has none; the caller closes it
     * @throws app.lacuna.error.TooLargeForDisc if discs were to open alone and a file is larger
     *     than one
     * @throws app.lacuna.error.TargetExists if an image of that name is there already
     */
    public DiscsResult run(Optional<Secret> password) throws IOException {
        return new DiscImages(order, DiscImages.Known.LAIN_AROUND, folder, listener, cancel)
                .of(
                        ZipArchives.partsOf(archive),
                        password,
                        images -> images.publish(Existing.KEEP));
    }
}
