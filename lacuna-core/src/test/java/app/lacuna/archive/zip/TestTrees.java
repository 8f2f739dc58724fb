package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Secret;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;

/** Files to pack, and short ways to pack and read them. */
public final class TestTrees {
    public static final Instant TIME = Instant.parse("2026-11-12T08:30:01Z");

    private TestTrees() {}

    /** Text, noise, an empty file, an empty folder, a link, names in several scripts. */
    public static Path dig(Path parent) throws IOException {
        Path dig = Files.createDirectory(parent.resolve("dig"));
        Files.writeString(dig.resolve("levels.csv"), "point;level\nL1;1.85\n".repeat(3_000));
        byte[] noise = new byte[150_001];
        new Random(7).nextBytes(noise);
        Files.write(dig.resolve("C-104.jpg"), noise);
        Files.createFile(dig.resolve("empty.txt"));
        Files.writeString(dig.resolve("Grübchen_№12–Übersicht.csv"), "ö");
        Files.writeString(dig.resolve("発掘.txt"), "日本");
        Files.createDirectory(dig.resolve("to-be-scanned"));
        Files.createSymbolicLink(dig.resolve("latest.csv"), Path.of("levels.csv"));
        try (Stream<Path> all = Files.walk(dig)) {
            for (Path path : (Iterable<Path>) all::iterator) {
                if (!Files.isSymbolicLink(path)) {
                    Files.setLastModifiedTime(path, FileTime.from(TIME));
                }
            }
        }
        return dig;
    }

    public static FileSelection scan(Path... roots) {
        return new SelectionScanner(CancelToken.never()).scan(List.of(roots));
    }

    public static Secret secret(String text) {
        return Secret.takeOver(text.toCharArray());
    }

    public static Path pack(Path archive, PackOptions options, String password, Path... roots)
            throws IOException {
        Files.deleteIfExists(archive);
        boolean locked = options.protection().needsPassword();
        try (Secret secret = secret(password);
                FileChannel channel =
                        FileChannel.open(
                                archive, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                ZipWriter writer =
                        new ZipWriter(
                                channel,
                                options,
                                locked ? Optional.of(secret) : Optional.empty(),
                                new SecureRandom())) {
            writer.addAll(scan(roots).items(), new TestWatch());
            writer.finish();
        }
        return archive;
    }

    /** All contents by path; folders have none. */
    public static Map<String, byte[]> contents(Path archive, String password) throws IOException {
        Map<String, byte[]> contents = new LinkedHashMap<>();
        try (OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), password)) {
            for (ArchiveEntry entry : reader.listing().entries()) {
                contents.put(entry.path(), read(reader, entry));
            }
        }
        return contents;
    }

    public static byte[] read(OpenedArchive reader, ArchiveEntry entry) throws IOException {
        try (InputStream in = reader.open(entry)) {
            return in.readAllBytes();
        }
    }
}
