package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.Recovery;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry.Result;
import app.lacuna.extract.Extractor;
import app.lacuna.staging.Existing;
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
    void imagesOfDiscsThatDoNotFitLeaveNothing() throws IOException {
        Path first = noise(3_000_000);
        try (FileSystem disk = disk(4_000_000);
                Secret secret = Secret.takeOver("p".toCharArray())) {
            Path out = Files.createDirectories(disk.getPath("/disk/out"));
            PackDiscsJob job =
                    new PackDiscsJob(
                            TestTrees.scan(first),
                            PackOptions.STANDARD,
                            PackRequest.AfterPacking.PROVE,
                            Discs.order(5_000_000, Spread.OPEN_ALONE, Recovery.ONE_DISC),
                            out,
                            ProgressListener.none(),
                            CancelToken.never());
            assertThatThrownBy(() -> job.run(Optional.of(secret)))
                    .isInstanceOf(NotEnoughSpace.class);
            assertEmpty(out);
        }
    }

    @Test
    void extractingMoreThanFitsIsRefusedBeforehand() throws IOException {
        Path archive =
                TestTrees.pack(
                        folder.resolve("a.zip"), PackOptions.STANDARD, "p", noise(3_000_000));
        try (FileSystem disk = disk(2_000_000);
                OpenedArchive reader = OpenedFile.of(Archives.open(archive), "p")) {
            Path target = disk.getPath("/disk/out");
            Extractor extractor =
                    new Extractor(
                            reader,
                            ExtractOptions.of(target, ConflictRule.FAIL),
                            ProgressListener.none(),
                            CancelToken.never());
            assertThatThrownBy(() -> extractor.extract(reader.listing().entries()))
                    .isInstanceOf(NotEnoughSpace.class);
            assertThat(target).as("made for nothing").doesNotExist();
        }
    }

    @Test
    void aDiskThatFillsUpInTheMiddleStillGivesTheWholeReport() throws IOException {
        Path first = Files.writeString(folder.resolve("a-first.txt"), "hut");
        Path last = Files.writeString(folder.resolve("z-last.txt"), "hearth");
        Path archive =
                TestTrees.pack(
                        folder.resolve("a.zip"),
                        PackOptions.STANDARD,
                        "p",
                        first,
                        noise(3_000_000),
                        last);
        try (FileSystem disk = disk(2_000_000);
                OpenedArchive reader = OpenedFile.of(Archives.open(archive), "p")) {
            Path target = disk.getPath("/disk/out");
            ExtractReport report =
                    new Extractor(
                                    reader,
                                    ExtractOptions.of(target, ConflictRule.FAIL)
                                            .with(ExtractOptions.Space.FOR_EACH),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .extract(reader.listing().entries());

            assertThat(report.entries())
                    .extracting(entry -> entry.entry().path())
                    .containsExactly("a-first.txt", "noise.bin", "z-last.txt");
            assertThat(report.entries().get(1).result()).isEqualTo(Result.NOT_WRITTEN);
            assertThat(report.count(Result.EXTRACTED)).isEqualTo(2);
            assertThat(target.resolve("a-first.txt")).hasContent("hut");
            assertThat(target.resolve("noise.bin")).doesNotExist();
        }
    }

    private static void assertEmpty(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            assertThat(all).isEmpty();
        }
    }
}
