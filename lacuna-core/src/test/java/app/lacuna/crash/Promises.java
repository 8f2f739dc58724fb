package app.lacuna.crash;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.Register;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.files.DurableFolder;
import app.lacuna.job.Jobs;
import app.lacuna.job.VerifyJob;
import app.lacuna.looseends.LooseEnds;
import app.lacuna.looseends.Seen;
import app.lacuna.trash.FreedesktopTrash;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import java.util.zip.CRC32C;

/** Conditions that hold after every power cut and the next start. */
final class Promises {
    /** Results by the bytes of the archives: most crash points do not change the archives. */
    private static final Map<String, Boolean> WHOLE = new HashMap<>();

    private static final Map<String, Set<String>> CONTENTS = new HashMap<>();
    private static final Path REPORTED = CrashSimulation.TOP.resolve("reported");
    private static final AtomicInteger EXTRACTIONS = new AtomicInteger();

    private Promises() {}

    /** Marks durably that the job has reported its end to the caller. */
    static void report() throws IOException {
        Files.createFile(REPORTED);
        DurableFolder.force(CrashSimulation.TOP);
    }

    static boolean isReported() {
        return Files.exists(REPORTED);
    }

    /** No temporary file, and no file that was moved out of reach. */
    static void nothingIsLeftBehind() throws IOException {
        try (Stream<Path> all = Files.walk(CrashSimulation.TOP)) {
            assertThat(all.map(path -> path.getFileName().toString()))
                    .as("temporary files")
                    .noneMatch(name -> name.startsWith(Register.PREFIX));
        }
    }

    /** The contents of all files below the folder; a folder that is missing has none. */
    static Set<String> contents(Path folder) throws IOException {
        Set<String> contents = new HashSet<>();
        for (Path file : files(folder)) {
            contents.add(new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1));
        }
        return contents;
    }

    static List<Path> files(Path folder) throws IOException {
        if (!Files.exists(folder)) {
            return List.of();
        }
        try (Stream<Path> all = Files.walk(folder)) {
            return all.filter(path -> Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS))
                    .toList();
        }
    }

    /** The archives of the folder, each of them complete and undamaged. */
    static List<Path> wholeArchives(Path folder, String password) throws IOException {
        List<Path> archives =
                files(folder).stream().filter(file -> file.toString().endsWith(".zip")).toList();
        for (Path archive : archives) {
            assertThat(isWhole(archive, password)).as("%s is whole", archive).isTrue();
        }
        return archives;
    }

    private static boolean isWhole(Path archive, String password) throws IOException {
        String key = archive + " " + digest(archive.getParent());
        Boolean known = WHOLE.get(key);
        if (known == null) {
            known = verify(archive, password);
            WHOLE.put(key, known);
        }
        return known;
    }

    /** A checksum of all files in the folder, because an archive may have several. */
    static String digest(Path folder) throws IOException {
        CRC32C sum = new CRC32C();
        for (Path file : files(folder)) {
            sum.update(file.toString().getBytes(StandardCharsets.UTF_8));
            sum.update(Files.readAllBytes(file));
        }
        return Long.toHexString(sum.getValue());
    }

    private static boolean verify(Path archive, String password) throws IOException {
        try (OpenedArchive opened = Jobs.open(archive, password)) {
            return new VerifyJob(opened, ProgressListener.none(), CancelToken.never())
                    .run(Optional.empty())
                    .archiveIsWhole();
        }
    }

    /** The contents of an archive. */
    static Set<String> contentsOf(Path archive, String password) throws IOException {
        String key = archive + " " + digest(archive.getParent());
        Set<String> known = CONTENTS.get(key);
        if (known == null) {
            known = extract(archive, password);
            CONTENTS.put(key, known);
        }
        return known;
    }

    private static Set<String> extract(Path archive, String password) throws IOException {
        Path out = CrashSimulation.TOP.resolve("extracted-" + EXTRACTIONS.incrementAndGet());
        Jobs.extract(archive, password, out);
        return contents(out);
    }

    static Trash trash() {
        return new FreedesktopTrash(
                CrashSimulation.TOP.resolve("data"),
                0,
                Clock.fixed(Instant.parse("2026-11-26T10:00:00Z"), ZoneOffset.UTC));
    }

    /** After a scan, the program knows about all readable files in these folders. */
    static void areKnown(Path... folders) throws IOException {
        Set<Path> known = known();
        Set<Path> unknown = new TreeSet<>();
        for (Path folder : folders) {
            unknown.addAll(files(folder));
        }
        unknown.removeAll(known);
        assertThat(unknown).as("readable files missing from the register").isEmpty();
    }

    /** After a scan, the program knows about these readable files. */
    static void areKnown(List<Path> files) {
        Set<Path> unknown = new TreeSet<>(files);
        unknown.removeAll(known());
        assertThat(unknown).as("readable files missing from the register").isEmpty();
    }

    private static Set<Path> known() {
        Set<Path> known = new HashSet<>();
        for (Seen seen : new LooseEnds(Optional.of(trash())).look(CancelToken.never())) {
            for (ReadableFile file : seen.all()) {
                known.add(file.inTrash().map(at -> at.file()).orElse(file.path()));
            }
        }
        return known;
    }
}
