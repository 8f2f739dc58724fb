package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TooLargeForMail;
import app.lacuna.error.WrongPassword;
import app.lacuna.mail.PartsKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class PartsJobTest {
    private static final long PART = 150_000;

    @TempDir Path folder;
    private Path tree;
    private Path out;

    @BeforeEach
    void make() throws IOException {
        tree = Files.createDirectories(folder.resolve("finds"));
        out = Files.createDirectory(folder.resolve("out"));
        Random chance = new Random(7);
        for (int i = 0; i < 12; i++) {
            Path inside = Files.createDirectories(tree.resolve("trench-" + i % 3));
            byte[] noise = new byte[10_000 + chance.nextInt(90_000)];
            chance.nextBytes(noise);
            Files.write(inside.resolve("photo " + i + ".jpg"), noise);
        }
        Files.createDirectory(tree.resolve("to-be-scanned"));
        Files.writeString(tree.resolve("nothing.txt"), "");
    }

    private Path pack(Names names, Protection protection) throws IOException {
        PackOptions options =
                new PackOptions(
                        protection, names, Method.DEFLATE, PackOptions.STANDARD.level(), "tide");
        return Jobs.pack(folder.resolve("a.zip"), options, "ebb", tree).archive();
    }

    private PartsJob.Result parts(Path archive, PartsKind kind, String password, CancelToken cancel)
            throws IOException {
        Path target = out.resolve("a.zip");
        try (Secret secret = TestTrees.secret(password)) {
            return new PartsJob(archive, kind, PART, target, ProgressListener.none(), cancel)
                    .run(password.isEmpty() ? Optional.empty() : Optional.of(secret));
        }
    }

    private List<Path> filesOut() throws IOException {
        try (Stream<Path> files = Files.list(out)) {
            return files.sorted().toList();
        }
    }

    @ParameterizedTest
    @EnumSource(Names.class)
    void eachOpensAloneAndTogetherTheyHaveEverything(Names names) throws IOException {
        Path archive = pack(names, Protection.AES_256);
        PartsJob.Result made = parts(archive, PartsKind.OPEN_ALONE, "ebb", CancelToken.never());
        assertThat(made.files()).hasSizeGreaterThan(3).allMatch(file -> size(file) <= PART);
        assertThat(filesOut()).containsExactlyInAnyOrderElementsOf(made.files());
        List<String> all = new ArrayList<>();
        for (int i = 0; i < made.files().size(); i++) {
            Path part = made.files().get(i);
            assertThat(part).hasFileName("a-%dof%d.zip".formatted(i + 1, made.files().size()));
            try (OpenedArchive opened = Jobs.open(part, "ebb")) {
                assertThat(opened.listing().names()).isEqualTo(names);
                assertThat(opened.listing().comment()).isEqualTo("tide");
                assertThat(opened.listing().entries().stream().map(e -> e.path()).toList())
                        .isEqualTo(made.contents().get(i));
            }
            made.contents().get(i).stream().filter(p -> p.contains(".")).forEach(all::add);
            Jobs.extract(part, "ebb", Files.createDirectories(folder.resolve("back" + i)));
            for (String path : made.contents().get(i)) {
                Path back = folder.resolve("back" + i).resolve(path);
                if (Files.isRegularFile(back)) {
                    assertThat(back).hasSameBinaryContentAs(folder.resolve(path));
                } else {
                    assertThat(back).isDirectory();
                }
            }
        }
        assertThat(all).hasSize(13).doesNotHaveDuplicates();
        assertThat(size(made.files().get(0))).isGreaterThanOrEqualTo(size(made.files().get(1)));
        long fewest = (size(archive) + PART - 1) / PART;
        assertThat((long) made.files().size()).isBetween(fewest, fewest * 11 / 9 + 1);
    }

    @ParameterizedTest
    @EnumSource(Names.class)
    void partsThatNeedEachOtherAreOneArchive(Names names) throws IOException {
        Path archive = pack(names, Protection.AES_128);
        PartsJob.Result made =
                parts(archive, PartsKind.NEED_EACH_OTHER, "ebb", CancelToken.never());
        assertThat(made.files()).hasSizeGreaterThan(3).allMatch(file -> size(file) <= PART);
        Path back = Files.createDirectory(folder.resolve("back"));
        Jobs.extract(made.files().get(0), "ebb", back);
        SameTree.assertSame(tree, back.resolve("finds"));
        Files.delete(made.files().get(1));
        assertThatThrownBy(() -> Jobs.open(made.files().get(0), "ebb"))
                .isInstanceOfSatisfying(
                        app.lacuna.error.VolumeMissing.class,
                        failure -> assertThat(failure.facts()).contains("a.z02"));
    }

    @Test
    void withoutAPasswordToo() throws IOException {
        Path archive = pack(Names.VISIBLE, Protection.NONE);
        PartsJob.Result made = parts(archive, PartsKind.OPEN_ALONE, "", CancelToken.never());
        assertThat(made.files()).hasSizeGreaterThan(3);
    }

    @Test
    void aFileLargerThanAPartIsNamed() throws IOException {
        byte[] noise = new byte[(int) PART];
        new Random(9).nextBytes(noise);
        Files.write(tree.resolve("film.raw"), noise);
        Path archive = pack(Names.HIDDEN, Protection.AES_256);
        assertThatThrownBy(() -> parts(archive, PartsKind.OPEN_ALONE, "ebb", CancelToken.never()))
                .isInstanceOfSatisfying(
                        TooLargeForMail.class,
                        failure -> assertThat(failure.facts()).startsWith("finds/film.raw", 1));
        assertThat(filesOut()).isEmpty();
        assertThat(parts(archive, PartsKind.NEED_EACH_OTHER, "ebb", CancelToken.never()).files())
                .hasSizeGreaterThan(4);
    }

    @Test
    void allAppearOrNone() throws IOException {
        Path archive = pack(Names.VISIBLE, Protection.AES_256);
        Path taken = Files.writeString(out.resolve("a.z02"), "somebody's");
        assertThatThrownBy(
                        () -> parts(archive, PartsKind.NEED_EACH_OTHER, "ebb", CancelToken.never()))
                .isInstanceOf(TargetExists.class);
        assertThat(filesOut()).containsExactly(taken);
        assertThatThrownBy(() -> parts(archive, PartsKind.OPEN_ALONE, "flood", CancelToken.never()))
                .isInstanceOf(WrongPassword.class);
        CancelSource cancel = new CancelSource();
        cancel.cancel();
        assertThatThrownBy(() -> parts(archive, PartsKind.OPEN_ALONE, "ebb", cancel))
                .isInstanceOf(CancellationException.class);
        assertThat(filesOut()).containsExactly(taken);
    }

    private static long size(Path file) {
        try {
            return Files.size(file);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
