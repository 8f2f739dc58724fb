package app.lacuna.verify;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Sha256;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.ItemReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.NoSuchFileException;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;

/** One worker's share of a proof: reads entries to their end and holds them against the disk. */
final class EntryProof implements AutoCloseable {
    private static final int BUFFER_BYTES = 1 << 17;

    /** An entry, and what it is to be compared with if anything is. */
    record Case(
            ArchiveEntry entry,
            boolean compare,
            Optional<Original> original,
            boolean unprotected) {}

    private final OpenedArchive reader;
    private final ProgressMeter meter;
    private final CancelToken cancel;
    private final ItemReader disk = new ItemReader();
    private final Optional<MessageDigest> digest;
    private final byte[] packed = new byte[BUFFER_BYTES];
    private final byte[] original = new byte[BUFFER_BYTES];

    /**
     * @param digests whether the digest of each file is to be worked out too
     */
    EntryProof(OpenedArchive reader, boolean digests, ProgressMeter meter, CancelToken cancel) {
        this.reader = reader;
        this.digest = digests ? Optional.of(Sha256.hasher()) : Optional.empty();
        this.meter = meter;
        this.cancel = cancel;
    }

    List<ProofEntry> of(List<Case> cases) throws IOException {
        reader.prepare(read(cases));
        prepareOlder(cases);
        List<ProofEntry> verdicts = new ArrayList<>(cases.size());
        for (Case next : cases) {
            cancel.check();
            meter.startItem(next.entry().path());
            ProofEntry verdict =
                    next.compare()
                            ? compare(next.entry(), next.original())
                            : toTheEnd(
                                    next.entry(),
                                    reader.hasChecks() ? Verdict.WHOLE : Verdict.READABLE);
            verdict = withDigest(next.entry(), verdict);
            verdicts.add(next.unprotected() ? unprotected(verdict) : verdict);
            meter.itemDone();
        }
        return verdicts;
    }

    /** Those whose contents are read. */
    static List<ArchiveEntry> read(List<Case> cases) {
        return cases.stream()
                .filter(next -> !(next.original().orElse(null) instanceof Original.Copied))
                .map(Case::entry)
                .toList();
    }

    /** Of what came out last, if that was the whole file. */
    private ProofEntry withDigest(ArchiveEntry entry, ProofEntry verdict) {
        boolean known =
                verdict.verdict().entryIsWhole()
                        && verdict.verdict() != Verdict.COPIED
                        && entry.kind() != ItemKind.FOLDER;
        return digest.isPresent() && known ? verdict.withSha256(Sha256.hex(digest.get())) : verdict;
    }

    /** That it can be read says nothing: nobody needs the password to write such an entry. */
    private static ProofEntry unprotected(ProofEntry verdict) {
        return verdict.verdict().entryIsWhole()
                ? new ProofEntry(
                        verdict.path(), Verdict.UNPROTECTED, verdict.cause(), verdict.sha256())
                : verdict;
    }

    /** All of them are in the same older archive, if any is. */
    private static void prepareOlder(List<Case> cases) throws IOException {
        List<Original.InArchive> older =
                cases.stream()
                        .flatMap(each -> each.original().stream())
                        .filter(Original.InArchive.class::isInstance)
                        .map(Original.InArchive.class::cast)
                        .toList();
        if (!older.isEmpty()) {
            older.get(0).reader().prepare(older.stream().map(Original.InArchive::entry).toList());
        }
    }

    private ProofEntry compare(ArchiveEntry entry, Optional<Original> original) {
        if (original.isEmpty()) {
            return toTheEnd(entry, Verdict.ORIGINAL_GONE);
        }
        if (original.get() instanceof Original.Copied copied) {
            return comparePacked(entry, copied.copies());
        }
        return original.get() instanceof Original.InArchive older
                ? compareWithOlder(entry, older)
                : compareWithDisk(entry, ((Original.OnDisk) original.get()).item());
    }

    private ProofEntry comparePacked(ArchiveEntry entry, Original.Copies copies) {
        PackedProgress progress = new PackedProgress(entry);
        try {
            boolean same = copies.isCopy(entry.index(), progress);
            progress.end();
            return ProofEntry.of(entry.path(), same ? Verdict.COPIED : Verdict.DIFFERS);
        } catch (IOException e) {
            return damaged(entry, e);
        }
    }

    /** From packed bytes to those of the contents, which the meter counts. */
    private final class PackedProgress implements LongConsumer {
        private final ArchiveEntry entry;
        private long packedBytes;
        private long told;

        PackedProgress(ArchiveEntry entry) {
            this.entry = entry;
        }

        @Override
        public void accept(long count) {
            cancel.check();
            packedBytes += count;
            double share = (double) packedBytes / Math.max(1, entry.packedSize());
            tell((long) (entry.size() * Math.min(1, share)));
        }

        void end() {
            tell(entry.size());
        }

        private void tell(long contents) {
            meter.addBytes(contents - told);
            told = contents;
        }
    }

    /** Contents and everything that the headers say of them. */
    private ProofEntry compareWithOlder(ArchiveEntry entry, Original.InArchive older) {
        ArchiveEntry before = older.entry();
        boolean alike =
                before.kind() == entry.kind()
                        && before.size() == entry.size()
                        && before.modified().equals(entry.modified())
                        && before.permissions() == entry.permissions();
        if (!alike) {
            return toTheEnd(entry, Verdict.DIFFERS);
        }
        try (InputStream source = older.reader().open(before)) {
            return compareBytes(entry, source, () -> Verdict.DIFFERS);
        } catch (IOException e) {
            return damaged(entry, e);
        }
    }

    private ProofEntry compareWithDisk(ArchiveEntry entry, FileItem item) {
        try {
            Optional<FileItem> now = disk.readAgain(item);
            if (now.isEmpty() || now.get().kind() != entry.kind()) {
                return toTheEnd(entry, Verdict.ORIGINAL_CHANGED);
            }
            if (entry.kind() == ItemKind.FOLDER) {
                return toTheEnd(entry, Verdict.IDENTICAL);
            }
            try (InputStream source = ItemContents.open(now.get())) {
                return compareBytes(entry, source, () -> difference(entry, item));
            }
        } catch (NoSuchFileException e) {
            return toTheEnd(entry, Verdict.ORIGINAL_GONE);
        } catch (IOException e) {
            return toTheEnd(entry, Verdict.ORIGINAL_UNREADABLE);
        }
    }

    /** Goes on to the end of the entry even after a difference: it may be damaged as well. */
    private ProofEntry compareBytes(ArchiveEntry entry, InputStream source, Difference ifDifferent)
            throws IOException {
        boolean same = true;
        InputStream in;
        digest.ifPresent(MessageDigest::reset);
        try {
            in = reader.open(entry);
        } catch (IOException e) {
            return damaged(entry, e);
        }
        try (in) {
            while (true) {
                int count = readPacked(in);
                int originalCount = same ? source.readNBytes(original, 0, Math.max(count, 1)) : 0;
                same &=
                        originalCount == count
                                && Arrays.equals(packed, 0, count, original, 0, count);
                if (count == 0) {
                    break;
                }
            }
        } catch (UnreadableEntry e) {
            return damaged(entry, e.cause);
        }
        return ProofEntry.of(entry.path(), same ? Verdict.IDENTICAL : ifDifferent.verdict());
    }

    /** Finds out what a difference means. */
    @FunctionalInterface
    private interface Difference {
        Verdict verdict() throws IOException;
    }

    private Verdict difference(ArchiveEntry entry, FileItem item) throws IOException {
        FileItem now = disk.readAgain(item).orElseThrow(() -> new IOException("changed kind"));
        boolean touched =
                now.size() != entry.size()
                        || now.modified().getEpochSecond() != entry.modified().getEpochSecond()
                        || !now.modified().equals(item.modified());
        return touched ? Verdict.ORIGINAL_CHANGED : Verdict.DIFFERS;
    }

    private ProofEntry toTheEnd(ArchiveEntry entry, Verdict ifWhole) {
        digest.ifPresent(MessageDigest::reset);
        try (InputStream in = reader.open(entry)) {
            while (readPacked(in) > 0) {
                // only its end matters
            }
        } catch (UnreadableEntry e) {
            return damaged(entry, e.cause);
        } catch (IOException e) {
            return damaged(entry, e);
        }
        return ProofEntry.of(entry.path(), ifWhole);
    }

    /** A full buffer, less at the end, 0 behind it. */
    private int readPacked(InputStream in) throws UnreadableEntry {
        cancel.check();
        try {
            int count = in.readNBytes(packed, 0, packed.length);
            meter.addBytes(count);
            digest.ifPresent(hasher -> hasher.update(packed, 0, count));
            return count;
        } catch (IOException e) {
            throw new UnreadableEntry(e);
        }
    }

    static ProofEntry damaged(ArchiveEntry entry, IOException cause) {
        Verdict verdict =
                cause instanceof UnsupportedFeature ? Verdict.UNSUPPORTED : Verdict.DAMAGED;
        return ProofEntry.failed(entry.path(), verdict, cause);
    }

    /** Wipes the buffers. */
    @Override
    public void close() {
        Arrays.fill(packed, (byte) 0);
        Arrays.fill(original, (byte) 0);
    }

    /** Tells trouble with the archive from trouble with the original. */
    private static final class UnreadableEntry extends IOException {
        private static final long serialVersionUID = 1L;

        private final IOException cause;

        UnreadableEntry(IOException cause) {
            super(cause);
            this.cause = cause;
        }
    }
}
