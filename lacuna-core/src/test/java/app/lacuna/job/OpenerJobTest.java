package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Sha256;
import app.lacuna.compression.Method;
import app.lacuna.error.PageCanNotOpen;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TooLargeForPage;
import app.lacuna.opener.OpenerKind;
import app.lacuna.opener.OpenerPage;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.io.InputStream;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OpenerJobTest {
    @TempDir Path folder;
    private Path page;

    @BeforeEach
    void name() throws IOException {
        page = Files.createDirectory(folder.resolve("out")).resolve("page.html");
    }

    private OpenerJob.Result make(List<Path> archive, Existing existing) throws IOException {
        return make(archive, existing, CancelToken.never());
    }

    private OpenerJob.Result make(List<Path> archive, Existing existing, CancelToken cancel)
            throws IOException {
        return new OpenerJob(archive, page, existing, ProgressListener.none(), cancel).run();
    }

    private Path pack(Method method, Names names) throws IOException {
        PackOptions options =
                new PackOptions(
                        Protection.AES_256, names, method, PackOptions.STANDARD.level(), "");
        Path tree = TestTrees.dig(folder);
        return Jobs.pack(folder.resolve("a.zip"), options, "ebb", tree).archive();
    }

    private long filesThere() throws IOException {
        try (Stream<Path> files = Files.list(page.getParent())) {
            return files.count();
        }
    }

    @Test
    void itsDigestIsThatOfTheFile() throws IOException {
        OpenerJob.Result made = make(List.of(), Existing.KEEP);
        assertThat(made.kind()).isEqualTo(OpenerKind.BESIDE);
        assertThat(made.bytes()).isEqualTo(Files.size(page)).isLessThan(OpenerPage.ALONE_BYTES);
        try (InputStream in = Files.newInputStream(page)) {
            assertThat(made.sha256()).isEqualTo(Sha256.of(in, CancelToken.never()));
        }
        assertThat(make(List.of(), Existing.KEEP)).as("the same page may stay").isEqualTo(made);
    }

    @Test
    void somethingElseOfThatNameStays() throws IOException {
        Files.writeString(page, "a page of somebody's");
        assertThatThrownBy(() -> make(List.of(), Existing.KEEP)).isInstanceOf(TargetExists.class);
        assertThat(page).hasContent("a page of somebody's");
        make(List.of(), Existing.REPLACE);
        assertThat(Files.size(page)).isGreaterThan(50_000);
        assertThat(filesThere()).isOne();
    }

    @Test
    void whatBrowsersDoNotReadIsRefused() throws IOException {
        Path archive = pack(Method.ZSTD, Names.VISIBLE);
        assertThatThrownBy(() -> make(List.of(archive), Existing.KEEP))
                .isInstanceOfSatisfying(
                        PageCanNotOpen.class,
                        failure -> assertThat(failure.facts()).containsExactly("zstd"));
        assertThat(filesThere()).isZero();
    }

    @Test
    void whatIsTooLargeIsRefused() throws IOException {
        Path large = folder.resolve("large.zip");
        try (RandomAccessFile file = new RandomAccessFile(large.toFile(), "rw")) {
            file.setLength(OpenerPage.MOST_BYTES + 1);
        }
        assertThatThrownBy(() -> make(List.of(large), Existing.KEEP))
                .isInstanceOf(TooLargeForPage.class);
        assertThat(filesThere()).isZero();
    }

    @Test
    void cancelledItLeavesNothing() throws IOException {
        Path archive = pack(Method.DEFLATE, Names.HIDDEN);
        CancelSource cancel = new CancelSource();
        cancel.cancel();
        assertThatThrownBy(() -> make(List.of(archive), Existing.KEEP, cancel))
                .isInstanceOf(CancellationException.class);
        assertThat(filesThere()).isZero();
    }
}
