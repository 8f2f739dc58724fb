package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.Share;
import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.edit.PendingChanges;
import app.lacuna.job.ChangeJob;
import app.lacuna.job.Jobs;
import app.lacuna.job.RewriteTarget;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CopiedEntriesTest {
    private static final String PASSWORD = "ebb";

    @TempDir Path folder;
    private Path older;
    private Path newer;
    private List<KeptEntry> kept;

    /** An archive without its first entry, and with one at another path. */
    @BeforeEach
    void change() throws IOException {
        Path dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("a.txt"), "goes");
        Files.writeString(dig.resolve("b.txt"), "stays".repeat(30));
        Files.writeString(dig.resolve("c.txt"), "is moved");
        older = folder.resolve("older.zip");
        newer = folder.resolve("newer.zip");
        PackOptions options =
                PackOptions.STANDARD.withProtection(Protection.AES_128).withNames(Names.VISIBLE);
        Jobs.pack(older, options, PASSWORD, dig);
        PendingChanges changes;
        try (ZipArchiveReader reader = ZipArchives.open(older)) {
            changes = new PendingChanges(reader.outside().entries());
        }
        changes.remove(List.of("dig/a.txt"));
        changes.move("dig/c.txt", "levels/d.txt");
        kept = changes.plan().kept();
        try (Secret secret = secret()) {
            new ChangeJob(
                            new RewriteTarget(older, newer),
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run(changes.plan());
        }
    }

    private static Secret secret() {
        return Secret.takeOver(PASSWORD.toCharArray());
    }

    private boolean allAreCopies(AtomicLong read) throws IOException {
        try (ZipArchiveReader then = ZipArchives.open(older);
                ZipArchiveReader now = ZipArchives.openForProof(List.of(newer));
                Secret secret = secret();
                OpenedZip thenOpen = then.open(secret);
                OpenedZip nowOpen = now.open(secret);
                CopiedEntries copies = CopiedEntries.between(thenOpen, nowOpen, kept)) {
            List<ArchiveEntry> entries = nowOpen.listing().entries();
            boolean all = entries.size() == kept.size();
            for (ArchiveEntry entry : entries) {
                all &= copies.isCopy(entry.index(), read::addAndGet);
            }
            return all;
        }
    }

    @Test
    void copiesAreFoundToBeCopiesAndReadWhole() throws IOException {
        AtomicLong read = new AtomicLong();
        assertThat(allAreCopies(read)).isTrue();
        long packed;
        try (ZipArchiveReader now = ZipArchives.open(newer)) {
            packed = now.outside().entries().stream().mapToLong(ArchiveEntry::packedSize).sum();
        }
        assertThat(read).hasValue(packed);
    }

    /** In headers, data and the directory alike; what stands behind it names no entry. */
    @Test
    void everyChangedByteIsNoticed() throws IOException {
        byte[] bytes = Files.readAllBytes(newer);
        int end = bytes.length - ZipConstants.END_BYTES;
        assertThat(end).isGreaterThan(400);
        for (int i = 0; i < end; i += Share.every(7)) {
            byte[] changed = bytes.clone();
            changed[i] ^= 0x10;
            Files.write(newer, changed);
            assertThat(isNoticed()).as("byte %d of %d", i, end).isTrue();
        }
    }

    /** Refusing to read it is noticing it too. */
    private boolean isNoticed() {
        try {
            return !allAreCopies(new AtomicLong());
        } catch (IOException e) {
            return true;
        }
    }
}
