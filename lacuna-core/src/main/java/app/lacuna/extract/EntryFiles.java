package app.lacuna.extract;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.Batch;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressMeter;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One worker's share of an extraction: writes files whose places have been decided. Every file is
 * written under a temporary name and gets its own only when its check has passed. What became of
 * each is in the results as soon as it is so.
 */
final class EntryFiles implements AutoCloseable {
    private static final int BUFFER_BYTES = 1 << 17;

    /** What has been decided for one entry: a result already, or a place to write to. */
    record Plan(
            ArchiveEntry entry, ExtractedEntry result, @Nullable Path place, Existing existing) {
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

        /** Of what is to be written. */
        Path target() {
            return requireNonNull(place);
        }

        boolean isToBeWritten() {
            return place != null;
        }
    }

    private final OpenedArchive reader;
    private final ExtractOptions options;
    private final Batch readable;
    private final ProgressMeter meter;
    private final CancelToken cancel;
    private final Results results;
    private final DetailsRestorer details;
    private final byte[] buffer = new byte[BUFFER_BYTES];

    EntryFiles(
            OpenedArchive reader,
            ExtractOptions options,
            Batch readable,
            ProgressMeter meter,
            CancelToken cancel,
            Results results) {
        this.reader = reader;
        this.options = options;
        this.readable = readable;
        this.meter = meter;
        this.cancel = cancel;
        this.results = results;
        this.details = new DetailsRestorer(reader, options.meaning());
    }

    /** The same plans, for which there are results now. */
    List<Plan> write(List<Plan> plans) throws IOException {
        List<Plan> due = plans.stream().filter(Plan::isToBeWritten).toList();
        reader.prepare(due.stream().map(Plan::entry).toList());
        readable.readable(due.stream().map(Plan::target).toList());
        for (Plan plan : plans) {
            cancel.check();
            meter.startItem(plan.entry().path());
            results.add(plan.isToBeWritten() ? write(plan) : plan.result());
            meter.itemDone();
        }
        return plans;
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
        boolean full = FreeSpace.isUsedUpAt(options.folder());
        if (full && options.space() == ExtractOptions.Space.FOR_ALL) {
            throw new NotEnoughSpace(entry.size(), FreeSpace.at(options.folder()));
        }
    }

    private void writeFile(Plan plan) throws IOException {
        ArchiveEntry entry = plan.entry();
        Path folder = requireNonNull(plan.target().getParent());
        try (InputStream in = reader.open(entry);
                StagedFile staged =
                        FileAttributesRestorer.hasPermissions(entry, plan.target())
                                ? StagedFile.privateIn(folder)
                                : StagedFile.in(folder)) {
            SparseOutput out = new SparseOutput(staged.channel(), entry.size());
            int count;
            while ((count = in.readNBytes(buffer, 0, buffer.length)) > 0) {
                cancel.check();
                out.write(buffer, count);
                meter.addBytes(count);
            }
            out.finish();
            boolean restored = details.restore(entry, staged.temporary());
            if (plan.existing().replaces()) {
                staged.force(); // a power cut leaves the older file or all of the new one
            }
            staged.publishAs(plan.target(), plan.existing());
            if (!restored) {
                results.attributesLost(plan.target());
            }
        }
    }

    /** Wipes the buffer. */
    @Override
    public void close() {
        Arrays.fill(buffer, (byte) 0);
    }
}
