package app.lacuna.job;

import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.zip.ZipArchiveReader;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Sha256;
import app.lacuna.common.Stage;
import app.lacuna.error.LacunaException;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.PageCanNotOpen;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import app.lacuna.error.TooLargeForPage;
import app.lacuna.exposure.Exposure;
import app.lacuna.exposure.Opener;
import app.lacuna.exposure.Reach;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSources;
import app.lacuna.io.SourceInput;
import app.lacuna.opener.OpenerKind;
import app.lacuna.opener.OpenerPage;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.util.List;
import java.util.Optional;

/** Writes an opener page, reads it back, and only then gives it its name. */
public final class OpenerJob {
    private final List<Path> archive;
    private final Path page;
    private final Existing ifPageExists;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * @param archive the files of the archive in their order, to have inside; none for a page that
     *     asks for its archive
     */
    public OpenerJob(
            List<Path> archive,
            Path page,
            Existing ifPageExists,
            ProgressListener listener,
            CancelToken cancel) {
        this.archive = List.copyOf(archive);
        this.page = page;
        this.ifPageExists = ifPageExists;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * What was made.
     *
     * @param sha256 of the page, to be compared by those who get it
     */
    public record Result(Path page, OpenerKind kind, long bytes, String sha256) {}

    /**
     * @throws TargetExists if something of that name is there that may not go; the same page may
     *     stay, and is the result
     * @throws PageCanNotOpen if the archive is seen to use what browsers do not read
     * @throws TooLargeForPage if it is more than browsers hold
     */
    public Result run() throws IOException {
        Target target = Target.of(page);
        if (archive.isEmpty() && target.before().isPresent() && isThePage(target.path())) {
            return result(target.path(), digestOf(target.path()));
        }
        target.requireUsable(ifPageExists);
        long bytes = bytes();
        if (bytes > OpenerPage.MOST_BYTES) {
            throw new TooLargeForPage(bytes, OpenerPage.MOST_BYTES);
        }
        if (!archive.isEmpty()) {
            requireReadable();
        }
        long needed = bytes / 3 * 4 + OpenerPage.ALONE_BYTES;
        if (FreeSpace.at(target.folder()) < needed) {
            throw new NotEnoughSpace(needed, FreeSpace.at(target.folder()));
        }
        try (StagedSet staged =
                new StagedSet(target, StagedSet.Naming.single(), Optional.empty())) {
            String digest = write(staged.add(), bytes);
            staged.force();
            if (!digestOf(staged.temporaries().get(0)).equals(digest)) {
                throw new ProofFailed(1, 1);
            }
            cancel.check();
            return result(staged.publish(ifPageExists).get(0), digest);
        }
    }

    private Result result(Path there, String digest) throws IOException {
        OpenerKind kind = archive.isEmpty() ? OpenerKind.BESIDE : OpenerKind.INSIDE;
        return new Result(there, kind, Files.size(there), digest);
    }

    private long bytes() throws IOException {
        long bytes = 0;
        for (Path part : archive) {
            bytes += Files.size(part);
        }
        return bytes;
    }

    private void requireReadable() throws IOException {
        try (ZipArchiveReader reader = ZipArchives.open(archive, Limits.NONE, Nested.AS_A_FILE)) {
            Exposure seen = Exposure.of(reader.outside());
            if (seen.openers().get(Opener.WEB_BROWSER) == Reach.NO) {
                String method =
                        reader.outside().entries().stream()
                                .map(entry -> entry.method())
                                .filter(name -> !Opener.browsersRead(name))
                                .findFirst()
                                .orElse("");
                throw new PageCanNotOpen(method);
            }
        }
    }

    private String write(FileChannel to, long bytes) throws IOException {
        ProgressMeter meter = new ProgressMeter(listener, Stage.COPYING, bytes, archive.size());
        MessageDigest hasher = Sha256.hasher();
        OutputStream out =
                new BufferedOutputStream(
                        new DigestOutputStream(Channels.newOutputStream(to), hasher), 1 << 16);
        try {
            if (archive.isEmpty()) {
                new OpenerPage().write(out);
            } else {
                new OpenerPage().write(archive, out, meter::addBytes, cancel);
            }
            out.flush();
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            throw new TargetUnusable(page, e);
        }
        meter.finish();
        return Sha256.hex(hasher);
    }

    private String digestOf(Path file) throws IOException {
        try (ByteSource source = FileSources.open(file, FileSources.Way.PAST_CACHE);
                InputStream in = new SourceInput(source, 0, source.size())) {
            return Sha256.of(in, cancel);
        }
    }

    private boolean isThePage(Path there) throws IOException {
        MessageDigest hasher = Sha256.hasher();
        try (OutputStream out = new DigestOutputStream(OutputStream.nullOutputStream(), hasher)) {
            new OpenerPage().write(out);
        }
        return digestOf(there).equals(Sha256.hex(hasher));
    }
}
