package app.lacuna.proof;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Stage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.PasswordRequired;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.ItemReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.NoSuchFileException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Reads every entry of a finished archive to its end and compares it byte for byte with its
 * original. The reader has been unlocked before. One proof is used once.
 */
public final class Proof {
    private static final int BUFFER_BYTES = 1 << 16;

    private final ArchiveReader reader;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final ItemReader disk = new ItemReader();
    private final byte[] packed = new byte[BUFFER_BYTES];
    private final byte[] original = new byte[BUFFER_BYTES];
    private ProgressMeter meter;

    public Proof(ArchiveReader reader, ProgressListener listener, CancelToken cancel) {
        this.reader = reader;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** Checks only that every entry is whole. */
    public ProofReport withoutOriginals() throws IOException {
        return run(Stage.CHECKING, Map.of(), false);
    }

    /** Compares with the originals; they carry their paths inside the archive. */
    public ProofReport against(List<FileItem> originals) throws IOException {
        Map<String, FileItem> byPath = new LinkedHashMap<>();
        originals.forEach(item -> byPath.put(item.path(), item));
        return run(Stage.PROVING, byPath, true);
    }

    private ProofReport run(Stage stage, Map<String, FileItem> originals, boolean compare)
            throws IOException {
        if (!reader.isUnlocked()) {
            throw new PasswordRequired(reader.listing().archive());
        }
        List<ArchiveEntry> entries = reader.listing().entries();
        try {
            reader.check(listener, cancel);
        } catch (DamagedArchive e) {
            // One code for everything: none of it can be vouched for.
            return new ProofReport(entries.stream().map(entry -> damaged(entry, e)).toList());
        }
        meter = new ProgressMeter(listener, stage, reader.listing().totalBytes(), entries.size());
        List<ProofEntry> verdicts = new ArrayList<>();
        Map<String, FileItem> unseen = new LinkedHashMap<>(originals);
        try {
            for (ArchiveEntry entry : entries) {
                cancel.check();
                meter.startItem(entry.path());
                FileItem item = unseen.remove(entry.path());
                verdicts.add(compare ? compare(entry, Optional.ofNullable(item)) : check(entry));
                meter.itemDone();
            }
        } finally {
            Arrays.fill(packed, (byte) 0);
            Arrays.fill(original, (byte) 0);
        }
        unseen.keySet().forEach(path -> verdicts.add(ProofEntry.of(path, Verdict.NOT_IN_ARCHIVE)));
        meter.finish();
        return new ProofReport(verdicts);
    }

    private ProofEntry check(ArchiveEntry entry) {
        return toTheEnd(entry, Verdict.WHOLE);
    }

    private ProofEntry compare(ArchiveEntry entry, Optional<FileItem> item) {
        if (item.isEmpty()) {
            return toTheEnd(entry, Verdict.ORIGINAL_GONE);
        }
        try {
            Optional<FileItem> now = disk.readAgain(item.get());
            if (now.isEmpty() || now.get().kind() != entry.kind()) {
                return toTheEnd(entry, Verdict.ORIGINAL_CHANGED);
            }
            if (entry.kind() == ItemKind.FOLDER) {
                return toTheEnd(entry, Verdict.IDENTICAL);
            }
            try (InputStream source = ItemContents.open(now.get())) {
                return compareBytes(entry, item.get(), source);
            }
        } catch (NoSuchFileException e) {
            return toTheEnd(entry, Verdict.ORIGINAL_GONE);
        } catch (IOException e) {
            return toTheEnd(entry, Verdict.ORIGINAL_UNREADABLE);
        }
    }

    /** Goes on to the end of the entry even after a difference: it may be damaged as well. */
    private ProofEntry compareBytes(ArchiveEntry entry, FileItem item, InputStream source)
            throws IOException {
        boolean same = true;
        InputStream in;
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
        return ProofEntry.of(entry.path(), same ? Verdict.IDENTICAL : difference(entry, item));
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
            return count;
        } catch (IOException e) {
            throw new UnreadableEntry(e);
        }
    }

    private static ProofEntry damaged(ArchiveEntry entry, IOException cause) {
        return new ProofEntry(entry.path(), Verdict.DAMAGED, Optional.of(cause));
    }

    /** Tells trouble with the archive from trouble with the original. */
    private static final class UnreadableEntry extends IOException {
        private final IOException cause;

        UnreadableEntry(IOException cause) {
            super(cause);
            this.cause = cause;
        }
    }
}
