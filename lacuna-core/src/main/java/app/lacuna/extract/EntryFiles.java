package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressMeter;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.NotEnoughSpace;
import app.lacuna.failure.UnsupportedFeature;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedFile;
import app.lacuna.staging.StagedFile.Existing;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * One worker's share of an extraction: writes files whose places have been decided. Every file is
 * written beside its place and gets its name only when its check has passed.
 */
final class EntryFiles implements AutoCloseable {
    private static final int BUFFER_BYTES = 1 << 17;

    /** What has been decided for one entry: a result already, or a place to write to. */
    record Plan(ArchiveEntry entry, ExtractedEntry result, Path target, Existing existing) {
        static Plan done(ExtractedEntry result) {
            return new Plan(result.entry(), result, null, Existing.KEEP);
        }

        /**
         * @param ifOut the result, if everything goes well
         */
        static Plan write(ExtractedEntry ifOut, Path target, boolean replaces) {
            return new Plan(
                    ifOut.entry(), ifOut, target, replaces ? Existing.REPLACE : Existing.KEEP);
        }

        boolean isToBeWritten() {
            return target != null;
        }
    }

    private final ArchiveReader reader;
    private final Path folder;
    private final ProgressMeter meter;
    private final CancelToken cancel;
    private final byte[] buffer = new byte[BUFFER_BYTES];

    EntryFiles(ArchiveReader reader, Path folder, ProgressMeter meter, CancelToken cancel) {
        this.reader = reader;
        this.folder = folder;
        this.meter = meter;
        this.cancel = cancel;
    }

    List<ExtractedEntry> write(List<Plan> plans) throws IOException {
        reader.prepare(plans.stream().filter(Plan::isToBeWritten).map(Plan::entry).toList());
        List<ExtractedEntry> results = new ArrayList<>(plans.size());
        for (Plan plan : plans) {
            cancel.check();
            meter.startItem(plan.entry().path());
            results.add(plan.isToBeWritten() ? write(plan) : plan.result());
            meter.itemDone();
        }
        return results;
    }

    private ExtractedEntry write(Plan plan) throws NotEnoughSpace {
        ArchiveEntry entry = plan.entry();
        try {
            writeFile(plan);
            return plan.result();
        } catch (DamagedArchive e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.DAMAGED, e);
        } catch (UnsupportedFeature e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.UNSUPPORTED, e);
        } catch (IOException e) {
            requireStillSpace(entry);
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.NOT_WRITTEN, e);
        }
    }

    /** A full device ends the extraction; a name that is too long does not. */
    private void requireStillSpace(ArchiveEntry entry) throws NotEnoughSpace {
        if (FreeSpace.isUsedUpAt(folder)) {
            throw new NotEnoughSpace(entry.size(), FreeSpace.at(folder));
        }
    }

    private void writeFile(Plan plan) throws IOException {
        ArchiveEntry entry = plan.entry();
        try (InputStream in = reader.open(entry);
                StagedFile staged =
                        FileAttributesRestorer.hasPermissions(entry, plan.target())
                                ? StagedFile.privateBeside(plan.target())
                                : StagedFile.beside(plan.target())) {
            int count;
            while ((count = in.readNBytes(buffer, 0, buffer.length)) > 0) {
                cancel.check();
                ByteBuffer out = ByteBuffer.wrap(buffer, 0, count);
                while (out.hasRemaining()) {
                    staged.channel().write(out);
                }
                meter.addBytes(count);
            }
            FileAttributesRestorer.restore(entry, staged.temporary());
            staged.publish(plan.existing());
        }
    }

    /** Wipes the buffer. */
    @Override
    public void close() {
        Arrays.fill(buffer, (byte) 0);
    }
}
