package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.Extractor;
import app.lacuna.failure.NotEnoughSpace;
import app.lacuna.staging.StagedFile.Existing;
import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A device that fills up, played by a small file system in memory. */
class FullDiskTest {
    @TempDir Path folder;

    private Path noise(int bytes) throws IOException {
        byte[] noise = new byte[bytes];
        new Random(1).nextBytes(noise);
        return Files.write(folder.resolve("noise.bin"), noise);
    }

    private static FileSystem disk(long bytes) {
        return Jimfs.newFileSystem(
                Configuration.unix().toBuilder()
                        .setWorkingDirectory("/disk")
                        .setBlockSize(4096)
                        .setMaxSize(bytes)
                        .build());
    }

    @Test
    void packingOntoAFullDeviceLeavesNothing() throws IOException {
        Path file = noise(3_000_000);
        try (FileSystem disk = disk(2_000_000);
                Secret secret = TestTrees.secret("p")) {
            Path target = disk.getPath("/disk/a.zip");
            PackRequest request =
                    new PackRequest(
                            TestTrees.scan(file),
                            target,
                            PackOptions.STANDARD,
                            Existing.KEEP,
                            PackRequest.AfterPacking.PROVE);
            PackJob job =
                    new PackJob(
                            request,
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never());
            assertThatThrownBy(job::run).isInstanceOf(NotEnoughSpace.class);
            assertEmpty(disk.getPath("/disk"));
        }
    }

    @Test
    void extractingMoreThanFitsIsRefusedBeforehand() throws IOException {
        Path archive =
                TestTrees.pack(
                        folder.resolve("a.zip"), PackOptions.STANDARD, "p", noise(3_000_000));
        try (FileSystem disk = disk(2_000_000);
                ArchiveReader reader = Archives.open(archive);
                Secret secret = TestTrees.secret("p")) {
            reader.unlock(secret);
            Path target = disk.getPath("/disk/out");
            Extractor extractor =
                    new Extractor(
                            reader,
                            ExtractOptions.of(target, ConflictRule.FAIL),
                            ProgressListener.none(),
                            CancelToken.never());
            assertThatThrownBy(() -> extractor.extract(reader.listing().entries()))
                    .isInstanceOf(NotEnoughSpace.class);
            assertEmpty(target);
        }
    }

    private static void assertEmpty(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            assertThat(all).isEmpty();
        }
    }
}
