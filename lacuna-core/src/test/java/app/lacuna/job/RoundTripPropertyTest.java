package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.Share;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermission;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Whatever tree is packed in whatever form, what comes out is the same tree. */
class RoundTripPropertyTest {
    /** Composed and decomposed forms, cases, scripts, blanks, dots, what looks like structure. */
    private static final List<String> NAMES =
            List.of(
                    "levels.csv",
                    "Levels.csv",
                    "LEVELS.CSV",
                    "\u00fc.txt",
                    "u\u0308.txt",
                    "発掘",
                    "отчёт.txt",
                    "سجل",
                    " leading and trailing ",
                    "...",
                    "-o",
                    ".hidden",
                    "a\\b",
                    "tab\tand\nline",
                    "\uD83C\uDFFA",
                    "name that ends.");

    @TempDir Path folder;

    static IntStream seeds() {
        // the second takes as long as four others
        return Share.every(4) == 1 ? IntStream.rangeClosed(1, 8) : IntStream.of(3);
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void everythingComesBack(int seed) throws IOException {
        Random random = new Random(seed);
        Path tree = folder.resolve("tree");
        grow(tree, random, 3);
        PackOptions options = options(random);
        boolean split = random.nextInt(3) == 0;
        OptionalLong parts = split ? OptionalLong.of(150_000) : OptionalLong.empty();
        Path archive = folder.resolve("a.zip");
        PackResult result = Jobs.pack(archive, options, parts, "wörd", tree);
        assertThat(result.isComplete()).isTrue();
        assertThat(result.proof().orElseThrow().allIdentical()).isTrue();
        assertThat(Jobs.extract(archive, "wörd", folder.resolve("out")).isComplete()).isTrue();
        SameTree.assertSame(folder.resolve("out/tree"), tree);
    }

    private static PackOptions options(Random random) {
        PackOptions options =
                PackOptions.STANDARD
                        .withProtection(pick(random, Protection.values()))
                        .withMethod(
                                pick(random, Method.STORED, Method.DEFLATE, Method.ZSTD, Method.XZ))
                        .withLevel(pick(random, Level.FAST, Level.BALANCED, Level.SMALL))
                        .withNote(random.nextBoolean() ? "" : "the hut by the sluice");
        return options.protection().canHideNames() && random.nextBoolean()
                ? options.withNames(Names.HIDDEN)
                : options;
    }

    @SafeVarargs
    private static <T> T pick(Random random, T... values) {
        return values[random.nextInt(values.length)];
    }

    private static void grow(Path here, Random random, int depth) throws IOException {
        Files.createDirectory(here);
        for (String name : NAMES) {
            Path path = here.resolve(name);
            switch (random.nextInt(7)) {
                case 0 -> {
                    if (depth > 0) {
                        grow(path, random, depth - 1);
                    }
                }
                case 1 -> Files.createSymbolicLink(path, Path.of("levels.csv"));
                case 2 -> Files.createFile(path);
                case 3 -> file(path, "text ".repeat(random.nextInt(20_000)).getBytes(), random);
                case 4 -> file(path, noise(random, random.nextInt(70_000)), random);
                case 5 -> sparse(path, random);
                default -> {
                    // nothing of that name here
                }
            }
        }
        Files.setLastModifiedTime(here, FileTime.from(time(random)));
    }

    private static byte[] noise(Random random, int length) {
        byte[] noise = new byte[length];
        random.nextBytes(noise);
        return noise;
    }

    private static void sparse(Path path, Random random) throws IOException {
        try (RandomAccessFile file = new RandomAccessFile(path.toFile(), "rw")) {
            file.setLength(random.nextInt(400_000));
        }
    }

    private static void file(Path path, byte[] bytes, Random random) throws IOException {
        Files.write(path, bytes);
        Set<PosixFilePermission> permissions =
                EnumSet.of(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);
        for (PosixFilePermission permission : PosixFilePermission.values()) {
            if (random.nextInt(3) == 0) {
                permissions.add(permission);
            }
        }
        Files.setPosixFilePermissions(path, permissions);
        Files.setLastModifiedTime(path, FileTime.from(time(random)));
    }

    private static Instant time(Random random) {
        return Instant.ofEpochSecond(random.nextInt(2_000_000_000));
    }
}
