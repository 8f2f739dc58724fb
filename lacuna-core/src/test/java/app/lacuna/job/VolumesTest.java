package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TooManyParts;
import app.lacuna.error.VolumeMissing;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.stream.Stream;
import net.lingala.zip4j.model.ZipParameters;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.archivers.zip.ZipSplitReadOnlySeekableByteChannel;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Split archives: APPNOTE.TXT, sections 4.4.11, 8.3 and 8.5. */
class VolumesTest {
    private static final OptionalLong SIZE = OptionalLong.of(400_000);

    @TempDir Path folder;
    private Path dig;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        dig = TestTrees.dig(folder);
        Random random = new Random(4);
        for (int i = 0; i < 12; i++) {
            byte[] noise = new byte[90_000 + i];
            random.nextBytes(noise);
            Files.write(dig.resolve("C-" + i + ".jpg"), noise);
        }
        byte[] large = new byte[9_000_000];
        random.nextBytes(large);
        Files.write(dig.resolve("film.raw"), large);
        archive = folder.resolve("winter.zip");
    }

    private List<Path> files() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(Files::isRegularFile).sorted().toList();
        }
    }

    @ParameterizedTest
    @EnumSource
    void anyPartOpensAll(Names names) throws IOException {
        PackResult result =
                Jobs.pack(archive, PackOptions.STANDARD.withNames(names), SIZE, "ebb", dig);
        assertThat(result.files()).hasSizeGreaterThan(25);
        assertThat(files()).containsExactlyInAnyOrderElementsOf(result.files());
        for (Path part : result.files().subList(0, result.files().size() - 1)) {
            assertThat(Files.size(part)).isBetween(300_000L, 400_000L);
        }
        for (Path part : List.of(result.files().get(0), result.files().get(7), archive)) {
            Path out = folder.resolve("out " + part.getFileName());
            assertThat(Jobs.extract(part, "ebb", out).isComplete()).isTrue();
            SameTree.assertSame(out.resolve("dig"), dig);
        }
    }

    @Test
    void firstPartBeginsWithItsMark() throws IOException {
        PackResult result = Jobs.pack(archive, PackOptions.STANDARD, SIZE, "ebb", dig);
        assertThat(signature(result.files().get(0))).as("8.5.3").isEqualTo(0x08074b50);
        PackResult one =
                Jobs.pack(
                        folder.resolve("one.zip"),
                        PackOptions.STANDARD,
                        SIZE,
                        "ebb",
                        dig.resolve("levels.csv"));
        assertThat(one.files()).hasSize(1);
        assertThat(signature(one.files().get(0))).as("8.5.4").isEqualTo(0x30304b50);
        assertThat(Jobs.extract(one.archive(), "ebb", folder.resolve("o")).isComplete()).isTrue();
    }

    private static int signature(Path file) throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt();
    }

    @Tag("slow")
    @Test
    void otherLibrariesReadThem() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD, SIZE, "ebb", dig);
        try (var zip = new net.lingala.zip4j.ZipFile(archive.toFile(), "ebb".toCharArray())) {
            zip.extractAll(folder.resolve("out").toString());
        }
        for (String name : List.of("film.raw", "C-3.jpg", "levels.csv")) {
            assertThat(Files.mismatch(folder.resolve("out/dig/" + name), dig.resolve(name)))
                    .isEqualTo(-1);
        }
        Path open = folder.resolve("open.zip");
        Jobs.pack(open, PackOptions.STANDARD.withProtection(Protection.NONE), SIZE, "", dig);
        try (SeekableByteChannel channel =
                        ZipSplitReadOnlySeekableByteChannel.buildFromLastSplitSegment(
                                open.toFile());
                ZipFile zip = ZipFile.builder().setSeekableByteChannel(channel).get();
                InputStream film = zip.getInputStream(zip.getEntry("dig/film.raw"))) {
            assertThat(film.readAllBytes()).isEqualTo(Files.readAllBytes(dig.resolve("film.raw")));
        }
    }

    @Test
    void partsOfAnotherLibraryAreRead() throws IOException {
        try (var zip = new net.lingala.zip4j.ZipFile(archive.toFile())) {
            zip.createSplitZipFileFromFolder(dig.toFile(), new ZipParameters(), true, 400_000);
        }
        assertThat(folder.resolve("winter.z01")).exists();
        assertThat(Jobs.extract(archive, "", folder.resolve("out")).isComplete()).isTrue();
        assertThat(Files.mismatch(folder.resolve("out/dig/film.raw"), dig.resolve("film.raw")))
                .isEqualTo(-1);
    }

    @Test
    void missingPartIsNamed() throws IOException {
        PackResult result = Jobs.pack(archive, PackOptions.STANDARD, SIZE, "ebb", dig);
        Path third = result.files().get(2);
        Files.move(third, folder.resolve("elsewhere"));
        assertMissing(archive, "winter.z03", VolumeMissing.Trouble.NOT_THERE);
        assertMissing(result.files().get(0), "winter.z03", VolumeMissing.Trouble.NOT_THERE);
        Files.delete(archive);
        assertMissing(result.files().get(0), "winter.zip", VolumeMissing.Trouble.NOT_THERE);
    }

    @Test
    void swappedPartIsNamed() throws IOException {
        PackResult result = Jobs.pack(archive, PackOptions.STANDARD, SIZE, "ebb", dig);
        Path first = result.files().get(0);
        Path second = result.files().get(1);
        Path aside = folder.resolve("aside");
        Files.move(first, aside);
        Files.move(second, first);
        Files.move(aside, second);
        assertMissing(archive, "winter.z01", VolumeMissing.Trouble.SWAPPED);
    }

    /** Of a hidden archive too, as soon as the password lets its inside be seen. */
    @Test
    void swappedPartOfAHiddenArchiveIsNamed() throws IOException {
        PackResult result =
                Jobs.pack(
                        archive,
                        PackOptions.STANDARD.withNames(Names.HIDDEN),
                        OptionalLong.of(250_000),
                        "ebb",
                        dig);
        Path second = result.files().get(1);
        Path fourth = result.files().get(3);
        Path aside = folder.resolve("aside");
        Files.move(second, aside);
        Files.move(fourth, second);
        Files.move(aside, fourth);
        assertThatThrownBy(() -> Jobs.open(archive, "ebb"))
                .isInstanceOfSatisfying(
                        VolumeMissing.class,
                        e -> {
                            assertThat(e.part()).isEqualTo("winter.z02");
                            assertThat(e.trouble()).isEqualTo(VolumeMissing.Trouble.SWAPPED);
                        });
    }

    private static void assertMissing(Path opened, String part, VolumeMissing.Trouble trouble) {
        assertThatThrownBy(() -> Archives.open(opened))
                .isInstanceOfSatisfying(
                        VolumeMissing.class,
                        e -> {
                            assertThat(e.part()).isEqualTo(part);
                            assertThat(e.trouble()).isEqualTo(trouble);
                        });
    }

    @Test
    void takenNameOfAnyPartStopsBeforeAnythingAppears() throws IOException {
        Path third = Files.writeString(folder.resolve("winter.z03"), "mine");
        assertThatThrownBy(() -> Jobs.pack(archive, PackOptions.STANDARD, SIZE, "ebb", dig))
                .isInstanceOf(TargetExists.class);
        assertThat(files()).containsExactly(third);
        assertThat(third).hasContent("mine");
    }

    @Tag("slow")
    @Test
    void moreThan999PartsAreRefused() throws IOException {
        Path huge = folder.resolve("huge.bin");
        try (var file = new java.io.RandomAccessFile(huge.toFile(), "rw")) {
            file.setLength(110_000_000);
        }
        PackOptions stored =
                PackOptions.STANDARD
                        .withProtection(Protection.NONE)
                        .withLevel(app.lacuna.compression.Level.STORE);
        assertThatThrownBy(() -> Jobs.pack(archive, stored, OptionalLong.of(100_000), "", huge))
                .isInstanceOf(TooManyParts.class);
        assertThat(files()).containsExactly(huge);
    }

    @Test
    void splitArchiveReplacesNothing() {
        assertThatThrownBy(
                        () ->
                                new PackRequest(
                                        TestTrees.scan(dig),
                                        archive,
                                        PackOptions.STANDARD,
                                        SIZE,
                                        Existing.REPLACE,
                                        PackRequest.AfterPacking.PROVE,
                                        Optional.empty()))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void listingKnowsTheParts() throws IOException {
        PackResult result = Jobs.pack(archive, PackOptions.STANDARD, SIZE, "ebb", dig);
        try (ArchiveReader reader = Archives.open(result.files().get(3))) {
            assertThat(reader.outside().volumes()).isEqualTo(result.files().size());
            assertThat(reader.outside().archiveBytes()).isEqualTo(result.archiveBytes());
            assertThat(reader.outside().archive()).isEqualTo(archive);
        }
    }
}
