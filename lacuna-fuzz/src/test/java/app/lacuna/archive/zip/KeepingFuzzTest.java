package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.Spelling;
import app.lacuna.error.LacunaException;
import app.lacuna.io.FileSource;
import app.lacuna.io.MemorySource;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.SecureRandom;
import java.util.List;
import java.util.Optional;

/** Whatever an older archive is like: what can be read of it can be read of the changed one. */
class KeepingFuzzTest {
    private static final Path FILE = Path.of("fuzz.zip");
    private static final int ENOUGH_BYTES = 100_000;

    @FuzzTest(maxDuration = "10s")
    void keepsWhatItCanRead(byte[] bytes) throws IOException {
        Path made = Files.createTempFile("lacuna-fuzz", ".zip");
        try (ZipReader old =
                ZipReader.open(
                        FILE,
                        new MemorySource(bytes.clone()),
                        Names.VISIBLE,
                        new Limits(50, 1_032))) {
            ZipContents opened = new ZipContents(old, Optional.empty(), Spelling.AS_TYPED);
            keep(opened, made);
        } catch (LacunaException expected) {
            // a clear failure
        } finally {
            Files.deleteIfExists(made);
        }
    }

    private static void keep(ZipContents old, Path made) throws IOException {
        List<KeptEntry> kept =
                old.listing().entries().stream()
                        .map(entry -> new KeptEntry(entry, name(entry)))
                        .toList();
        PackOptions options = PackOptions.STANDARD.withProtection(Protection.NONE);
        try (FileChannel channel = FileChannel.open(made, StandardOpenOption.WRITE);
                ZipWriter writer =
                        new ZipWriter(channel, options, Optional.empty(), new SecureRandom())) {
            writer.keepAll(old, kept, Encryption.AS_IT_IS, new NoWatch());
            writer.keepNote(old);
            writer.finish();
        }
        try (ZipReader changed =
                ZipReader.open(made, new FileSource(made), Names.VISIBLE, Limits.NONE)) {
            ZipContents opened = new ZipContents(changed, Optional.empty(), Spelling.AS_TYPED);
            List<ArchiveEntry> entries = opened.listing().entries();
            assertThat(entries).hasSameSizeAs(kept);
            for (int i = 0; i < kept.size(); i++) {
                assertSame(old, kept.get(i).entry(), opened, entries.get(i));
            }
        }
    }

    /** Every second one gets another name. */
    private static String name(ArchiveEntry entry) {
        return entry.index() % 2 == 0 ? entry.path() : "other-" + entry.index();
    }

    private static void assertSame(
            ZipContents old, ArchiveEntry before, ZipContents changed, ArchiveEntry after)
            throws IOException {
        byte[] contents;
        try (InputStream in = old.open(before)) {
            contents = in.readNBytes(ENOUGH_BYTES);
        } catch (LacunaException damagedBefore) {
            return;
        }
        try (InputStream in = changed.open(after)) {
            assertThat(in.readNBytes(ENOUGH_BYTES)).isEqualTo(contents);
        }
    }

    private static final class NoWatch implements KeepingWatch {
        @Override
        public void onBytes(KeptEntry entry, long count) {}

        @Override
        public void onKept(KeptEntry entry) {}

        @Override
        public void check() {}
    }
}
