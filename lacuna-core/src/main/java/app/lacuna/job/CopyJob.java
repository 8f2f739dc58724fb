package app.lacuna.job;

import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.SameBytes;
import app.lacuna.common.Stage;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSources;
import app.lacuna.io.SourceInput;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import app.lacuna.verify.ProofReport.ReadBack;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * Copies the files of an archive to another place: written beside their names, flushed, read back
 * from the device where the system lets us, compared byte for byte, and only then given their
 * names. Nothing that is there is replaced.
 */
public final class CopyJob {
    private static final int BUFFER_BYTES = 1 << 20;

    private final List<Path> files;
    private final Path folder;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * @param files all parts of a split archive in their order, or the one file
     */
    public CopyJob(List<Path> files, Path folder, ProgressListener listener, CancelToken cancel) {
        this.files = List.copyOf(files);
        this.folder = folder;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * What was made.
     *
     * @param readBack where the copy was read from to be compared
     */
    public record Result(List<Path> files, long bytes, ReadBack readBack) {}

    /**
     * @throws TargetExists if one of the names is taken there
     * @throws NotEnoughSpace before anything is written
     * @throws ProofFailed if what was written does not come back; it is not kept
     */
    public Result run() throws IOException {
        Target target = Target.of(folder.resolve(files.get(files.size() - 1).getFileName()));
        target.requireUsable(Existing.KEEP);
        long bytes = 0;
        for (Path file : files) {
            bytes += Files.size(file);
        }
        if (FreeSpace.at(target.folder()) < bytes) {
            throw new NotEnoughSpace(bytes, FreeSpace.at(target.folder()));
        }
        ProgressMeter meter = new ProgressMeter(listener, Stage.COPYING, 2 * bytes, files.size());
        try (StagedSet staged = new StagedSet(target, VolumeNames::of, Optional.empty())) {
            for (Path file : files) {
                meter.startItem(file.getFileName().toString());
                copy(file, staged.add(), meter);
            }
            staged.force();
            ReadBack readBack = compare(staged.temporaries(), meter);
            cancel.check();
            List<Path> names = staged.publish(Existing.KEEP);
            meter.finish();
            return new Result(names, bytes, readBack);
        }
    }

    private void copy(Path file, FileChannel to, ProgressMeter meter) throws IOException {
        ByteBuffer buffer = ByteBuffer.allocateDirect(BUFFER_BYTES);
        try (FileChannel from = FileChannel.open(file)) {
            while (from.read(buffer.clear()) >= 0) {
                cancel.check();
                meter.addBytes(buffer.flip().limit());
                write(buffer, to);
            }
        }
    }

    private void write(ByteBuffer buffer, FileChannel to) throws IOException {
        try {
            while (buffer.hasRemaining()) {
                to.write(buffer);
            }
        } catch (IOException e) {
            throw new TargetUnusable(folder, e);
        }
    }

    private ReadBack compare(List<Path> copies, ProgressMeter meter) throws IOException {
        boolean fromDevice = true;
        int wrong = 0;
        for (int i = 0; i < files.size(); i++) {
            try (ByteSource copy = FileSources.open(copies.get(i), FileSources.Way.PAST_CACHE);
                    InputStream back = new SourceInput(copy, 0, copy.size());
                    InputStream source = Files.newInputStream(files.get(i))) {
                fromDevice &= copy.isPastCache();
                boolean same = SameBytes.compare(back, source, cancel) == SameBytes.Result.SAME;
                wrong += same ? 0 : 1;
                meter.addBytes(copy.size());
                meter.itemDone();
            }
        }
        if (wrong > 0) {
            throw new ProofFailed(wrong, files.size());
        }
        return fromDevice ? ReadBack.FROM_DEVICE : ReadBack.AS_THE_SYSTEM_LIKES;
    }
}
