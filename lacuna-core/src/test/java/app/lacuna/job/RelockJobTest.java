package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.Share;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.WrongPassword;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RelockJobTest {
    private static final String BEFORE = "ebb";
    private static final String AFTER = "flow";

    @TempDir Path folder;
    private Path dig;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        dig = TestTrees.dig(folder);
        byte[] large = new byte[Share.bytes(1_500_000, 9_500_000)];
        new Random(4).nextBytes(large);
        Arrays.fill(large, 100_000, 300_000, (byte) 1);
        Files.write(dig.resolve("film.raw"), large);
        archive = folder.resolve("a.zip");
    }

    private RewriteResult relock(Protection before, Protection after, Names names)
            throws IOException {
        RelockRequest request =
                new RelockRequest(RewriteTarget.inPlace(archive), after, names, Optional.empty());
        try (Secret old = TestTrees.secret(BEFORE);
                Secret fresh = TestTrees.secret(AFTER)) {
            return new RelockJob(request, ProgressListener.none(), CancelToken.never())
                    .run(
                            before.needsPassword() ? Optional.of(old) : Optional.empty(),
                            after.needsPassword() ? Optional.of(fresh) : Optional.empty());
        }
    }

    @ParameterizedTest
    @CsvSource({
        "AES_256, VISIBLE, AES_256, VISIBLE",
        "AES_128, VISIBLE, AES_256, HIDDEN",
        "AES_256, HIDDEN, AES_192, HIDDEN",
        "AES_256, HIDDEN, AES_256, VISIBLE",
        "AES_256, VISIBLE, NONE, VISIBLE",
        "AES_256, HIDDEN, NONE, VISIBLE",
        "NONE, VISIBLE, AES_256, VISIBLE",
        "NONE, VISIBLE, AES_128, HIDDEN",
        "TRADITIONAL, VISIBLE, AES_256, VISIBLE",
        "TRADITIONAL, VISIBLE, AES_256, HIDDEN",
    })
    void fromEveryFormToEveryOther(
            Protection before, Names namesBefore, Protection after, Names namesAfter)
            throws IOException {
        PackOptions options =
                PackOptions.STANDARD.withProtection(before).withNames(namesBefore).withNote("hint");
        Jobs.pack(archive, options, BEFORE, dig);

        RewriteResult result = relock(before, after, namesAfter);

        assertThat(result.proof().allIdentical()).isTrue();
        try (OpenedArchive reader = Jobs.open(archive, AFTER)) {
            assertThat(reader.listing().names()).isEqualTo(namesAfter);
            assertThat(reader.listing().weakestProtection()).isEqualTo(after);
            assertThat(reader.outside().comment()).isEqualTo("hint");
        }
        Jobs.extract(archive, AFTER, folder.resolve("out"));
        SameTree.assertSame(folder.resolve("out/dig"), dig);
        if (after.needsPassword()) {
            assertThatThrownBy(() -> Jobs.open(archive, BEFORE)).isInstanceOf(WrongPassword.class);
        }
    }

    @ParameterizedTest
    @CsvSource({"ZSTD", "XZ", "STORED"})
    void nothingIsCompressedAnew(Method method) throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD.withMethod(method), BEFORE, dig);
        long before = Files.size(archive);
        relock(Protection.AES_256, Protection.AES_256, Names.VISIBLE);
        assertThat(Files.size(archive)).isEqualTo(before);
        try (OpenedArchive reader = Jobs.open(archive, AFTER)) {
            String name = method.name().toLowerCase(java.util.Locale.ROOT);
            assertThat(reader.listing().entries())
                    .filteredOn(entry -> entry.path().endsWith("levels.csv"))
                    .allMatch(entry -> entry.method().equals(name));
        }
    }

    @Test
    void aNewHintTakesThePlaceOfTheOldOne() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD.withNote("old"), BEFORE, dig);
        RelockRequest request =
                new RelockRequest(
                        RewriteTarget.inPlace(archive),
                        Protection.AES_256,
                        Names.HIDDEN,
                        Optional.of("new"));
        try (Secret old = TestTrees.secret(BEFORE);
                Secret fresh = TestTrees.secret(AFTER)) {
            new RelockJob(request, ProgressListener.none(), CancelToken.never())
                    .run(Optional.of(old), Optional.of(fresh));
        }
        try (ArchiveReader reader = Archives.open(archive)) {
            assertThat(reader.outside().comment()).isEqualTo("new");
        }
    }

    @ParameterizedTest
    @CsvSource({"VISIBLE", "HIDDEN"})
    void damageIsNeverEncryptedAnew(Names names) throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD.withNames(names), BEFORE, dig);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        assertThatThrownBy(() -> relock(Protection.AES_256, Protection.AES_256, Names.VISIBLE))
                .isInstanceOf(DamagedArchive.class);
        assertThat(archive).hasBinaryContent(bytes);
    }

    @Test
    void weakSchemesAreNotGivenToAnythingAnew() {
        assertThatThrownBy(
                        () ->
                                new RelockRequest(
                                        RewriteTarget.inPlace(archive),
                                        Protection.TRADITIONAL,
                                        Names.VISIBLE,
                                        Optional.empty()))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
