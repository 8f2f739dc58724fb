package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.error.TargetExists;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalLong;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CopyJobTest {
    @TempDir Path folder;
    private Path stick;
    private List<Path> parts;

    @BeforeEach
    void make() throws IOException {
        stick = Files.createDirectory(folder.resolve("stick"));
        Path large = folder.resolve("film.raw");
        byte[] noise = new byte[350_000];
        new java.util.Random(3).nextBytes(noise);
        Files.write(large, noise);
        parts =
                Jobs.pack(
                                folder.resolve("a.zip"),
                                PackOptions.STANDARD,
                                OptionalLong.of(120_000),
                                "ebb",
                                TestTrees.dig(folder),
                                large)
                        .files();
        assertThat(parts).hasSizeGreaterThan(2);
    }

    private CopyJob.Result copy(CancelToken cancel) throws IOException {
        return new CopyJob(parts, stick, ProgressListener.none(), cancel).run();
    }

    @Test
    void allPartsAreThereAndTheCopyOpens() throws IOException {
        CopyJob.Result copy = copy(CancelToken.never());
        assertThat(copy.files()).hasSameSizeAs(parts);
        for (int i = 0; i < parts.size(); i++) {
            assertThat(copy.files().get(i))
                    .hasFileName(parts.get(i).getFileName().toString())
                    .hasSameBinaryContentAs(parts.get(i));
        }
        Jobs.extract(copy.files().get(0), "ebb", folder.resolve("out"));
        assertThat(folder.resolve("out/film.raw"))
                .hasSameBinaryContentAs(folder.resolve("film.raw"));
    }

    @Test
    void nothingThatIsThereIsReplaced() throws IOException {
        Path taken = Files.writeString(stick.resolve(parts.get(0).getFileName()), "older");
        assertThatThrownBy(() -> copy(CancelToken.never())).isInstanceOf(TargetExists.class);
        assertThat(taken).hasContent("older");
        try (Stream<Path> left = Files.list(stick)) {
            assertThat(left).containsExactly(taken);
        }
    }

    @Test
    void cancelledItLeavesNothing() {
        CancelSource cancel = new CancelSource();
        cancel.cancel();
        assertThatThrownBy(() -> copy(cancel)).isInstanceOf(CancellationException.class);
        assertThat(stick).isEmptyDirectory();
    }
}
