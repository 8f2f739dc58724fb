package app.lacuna.job;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.Encryption;
import app.lacuna.archive.zip.KeepingWriter;
import app.lacuna.archive.zip.KeptEntry;
import app.lacuna.archive.zip.OpenedZip;
import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.archive.zip.ZipArchiveReader;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.SaturatedSum;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.error.LacunaException;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetUnusable;
import app.lacuna.error.TooLargeForMail;
import app.lacuna.mail.PartsKind;
import app.lacuna.mail.Spread;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Writes an archive once more in parts that are small enough to be sent. Nothing is compressed
 * anew; each part is proved against the archive, and all of them appear or none. The archive stays
 * as it is.
 */
public final class PartsJob {
    /** A spread is worked out from what headers need at most; it has not been wrong yet. */
    private static final int ATTEMPTS = 3;

    private final Path archive;
    private final PartsKind kind;
    private final long partBytes;
    private final Path target;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * @param partBytes the size that no part exceeds
     * @param target what the parts are called after: its numbers stand before its ending
     */
    public PartsJob(
            Path archive,
            PartsKind kind,
            long partBytes,
            Path target,
            ProgressListener listener,
            CancelToken cancel) {
        this.archive = archive;
        this.kind = kind;
        this.partBytes = partBytes;
        this.target = target;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * What was made.
     *
     * @param files the parts in their order
     * @param contents the paths inside of each, if they open alone
     */
    public record Result(PartsKind kind, List<Path> files, List<List<String>> contents) {
        public Result {
            files = List.copyOf(files);
            contents = List.copyOf(contents);
        }
    }

    /**
     * @param password that of the archive, absent if it has none; the caller closes it
     * @throws TooLargeForMail if parts were to open alone and a file is larger than one
     */
    public Result run(Optional<Secret> password) throws IOException {
        try (ZipArchiveReader reader = ZipArchives.open(archive, Limits.NONE, Nested.AS_A_FILE);
                OpenedZip opened =
                        password.isPresent() ? reader.open(password.get()) : reader.open()) {
            opened.check(listener, cancel);
            requireSpace(opened);
            if (password.isEmpty()) {
                return write(opened, password);
            }
            try (Secret same = opened.spelling().of(password.get())) {
                return write(opened, Optional.of(same));
            }
        }
    }

    private void requireSpace(OpenedZip opened) throws IOException {
        long needed = opened.listing().archiveBytes();
        long free = FreeSpace.at(Target.of(target).folder());
        if (needed > free) {
            throw new NotEnoughSpace(needed, free);
        }
    }

    private Result write(OpenedZip opened, Optional<Secret> password) throws IOException {
        if (kind == PartsKind.NEED_EACH_OTHER) {
            return publish(opened, List.of(opened.listing().entries()), password).orElseThrow();
        }
        long room = partBytes;
        for (int attempt = 0; attempt < ATTEMPTS; attempt++) {
            Spread spread = Spread.of(opened.listing(), room);
            if (!spread.tooLarge().isEmpty()) {
                throw new TooLargeForMail(
                        largest(spread.tooLarge()), spread.tooLarge().size(), room);
            }
            Optional<Result> result = publish(opened, spread.parts(), password);
            if (result.isPresent()) {
                return result.get();
            }
            room -= partBytes / 20;
        }
        throw new ProofFailed(1, 1);
    }

    private static String largest(List<ArchiveEntry> entries) {
        return entries.stream()
                .max(Comparator.comparingLong(ArchiveEntry::packedSize))
                .orElseThrow()
                .path();
    }

    /** Empty if a part has become too large after all; then nothing has appeared. */
    private Optional<Result> publish(
            OpenedZip opened, List<List<ArchiveEntry>> parts, Optional<Secret> password)
            throws IOException {
        PackOptions options = ChangeJob.formOf(opened.listing());
        ProgressMeter meter =
                new ProgressMeter(
                        listener,
                        Stage.REWRITING,
                        SaturatedSum.of(opened.listing().entries(), ArchiveEntry::packedSize),
                        opened.listing().entries().size());
        Target place = Target.of(target);
        boolean alone = kind == PartsKind.OPEN_ALONE;
        try (StagedSet staged =
                new StagedSet(
                        place, alone ? PartsJob::numbered : VolumeNames::of, Optional.empty())) {
            RewriteProof proof = new RewriteProof(opened, listener, cancel);
            for (List<ArchiveEntry> part : parts) {
                List<KeptEntry> kept =
                        part.stream().map(entry -> new KeptEntry(entry, entry.path())).toList();
                int first = staged.temporaries().size();
                write(opened, kept, options, password, staged, meter);
                List<Path> made = staged.temporaries();
                made = made.subList(first, made.size());
                if (alone && Files.size(made.get(0)) > partBytes) {
                    return Optional.empty();
                }
                proof.of(made, kept, List.of(), password);
            }
            meter.finish();
            cancel.check();
            List<List<String>> contents = alone ? paths(parts) : List.of();
            return Optional.of(new Result(kind, staged.publish(Existing.KEEP), contents));
        }
    }

    private void write(
            OpenedZip opened,
            List<KeptEntry> kept,
            PackOptions options,
            Optional<Secret> password,
            StagedSet staged,
            ProgressMeter meter)
            throws IOException {
        SecureRandom random = new SecureRandom();
        try (KeepingWriter writer =
                kind == PartsKind.OPEN_ALONE
                        ? ZipArchives.write(staged.add(), options, password, random)
                        : ZipArchives.writeSplit(
                                new StagedParts(staged), partBytes, options, password, random)) {
            writer.keepAll(opened, kept, Encryption.AS_IT_IS, new KeepingReport(meter, cancel));
            writer.keepNote(opened);
            writer.finish();
            staged.force();
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            throw new TargetUnusable(target, e);
        }
    }

    private static List<List<String>> paths(List<List<ArchiveEntry>> parts) {
        return parts.stream().map(part -> part.stream().map(ArchiveEntry::path).toList()).toList();
    }

    /** {@code name-1of3.zip} and so on. */
    private static List<Path> numbered(Path name, int count) {
        String file = name.getFileName().toString();
        int dot = file.toLowerCase(Locale.ROOT).endsWith(".zip") ? 4 : 0;
        String stem = file.substring(0, file.length() - dot);
        List<Path> names = new ArrayList<>();
        for (int number = 1; number <= count; number++) {
            names.add(
                    name.resolveSibling(
                            stem + "-" + number + "of" + count + file.substring(stem.length())));
        }
        return names;
    }
}
