package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Random histories: files change, move and go, generations are made, removed and lost; whatever
 * moment is asked for gives the tree of that moment, or names what it can not give. ({@code
 * -Drounds.steps=1000} for long ones.)
 */
class RoundModelTest {
    private static final int STEPS = Integer.getInteger("rounds.steps", 20);

    @TempDir Path folder;
    private Random random;
    private Path source;
    private Round round;
    private Instant now = Instant.parse("2040-01-01T00:00:00Z");
    private final Map<String, Map<String, String>> trees = new HashMap<>();
    private final Set<String> lost = new TreeSet<>();
    private int number;

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void everyMomentIsWhatItWas(long seed) throws IOException {
        random = new Random(seed);
        source = Files.createDirectory(folder.resolve("source"));
        Path drive = Files.createDirectory(folder.resolve("drive"));
        Form form = seed == 3 ? Form.BACKUP : Form.ZIP;
        round = RoundsForTests.round(source, drive, form, new Keep(3 + random.nextInt(3), 0, 0, 0));
        for (int i = 0; i < 8; i++) {
            change();
        }
        run(false);
        for (int step = 0; step < (form == Form.ZIP ? STEPS : STEPS / 3); step++) {
            int choice = random.nextInt(10);
            if (choice < 5) {
                change();
            } else if (choice < 8) {
                run(random.nextInt(6) == 0);
            } else if (choice == 8 && random.nextInt(4) == 0) {
                lose();
            } else {
                restoreAny();
            }
        }
        for (Generation each : Moment.store(round).present()) {
            restore(each);
        }
    }

    private List<Path> files() throws IOException {
        try (Stream<Path> walk = Files.walk(source)) {
            return walk.filter(Files::isRegularFile).sorted().toList();
        }
    }

    private Path somewhere() throws IOException {
        Path at = source;
        while (random.nextInt(3) == 0) {
            at = at.resolve("folder " + random.nextInt(3));
        }
        return Files.createDirectories(at);
    }

    private void change() throws IOException {
        List<Path> files = files();
        int what = random.nextInt(8);
        if (files.isEmpty() || what < 3) {
            Path file = somewhere().resolve("file " + number++);
            Files.writeString(file, "text " + random.nextInt(4) + "x".repeat(random.nextInt(200)));
            return;
        }
        Path file = files.get(random.nextInt(files.size()));
        switch (what) {
            case 3 -> Files.delete(file);
            case 4 ->
                    Files.move(
                            file,
                            somewhere().resolve(file.getFileName()),
                            StandardCopyOption.REPLACE_EXISTING);
            case 5 ->
                    Files.setPosixFilePermissions(
                            file, PosixFilePermissions.fromString("rw-r-----"));
            case 6 -> {
                var before = Files.getLastModifiedTime(file);
                byte[] bytes = Files.readAllBytes(file);
                bytes[random.nextInt(bytes.length)] ^= 1;
                Files.write(file, bytes);
                Files.setLastModifiedTime(file, before);
            }
            default -> Files.writeString(file, "changed " + random.nextInt());
        }
    }

    private Map<String, String> tree(Path root) throws IOException {
        Map<String, String> tree = new TreeMap<>();
        for (Path file : (Iterable<Path>) Files.walk(root)::iterator) {
            String path = root.relativize(file).toString();
            tree.put(
                    path,
                    Files.isDirectory(file)
                            ? "folder"
                            : Files.getLastModifiedTime(file)
                                    + PosixFilePermissions.toString(
                                            Files.getPosixFilePermissions(file))
                                    + new String(Files.readAllBytes(file), StandardCharsets.UTF_8));
        }
        return tree;
    }

    private void run(boolean whole) throws IOException {
        now = now.plusSeconds(3_600);
        RoundRun run =
                RoundsForTests.run(round, now, new RoundRunJob.Wish(whole, random.nextInt(4) == 0));
        assertThat(run.isComplete()).isTrue();
        Map<String, String> tree = tree(source);
        if (run.made().isEmpty()) {
            assertThat(trees.get(run.latest().id())).isEqualTo(tree);
        }
        trees.put(run.latest().id(), tree);
    }

    private void lose() throws IOException {
        List<Generation> present = Moment.store(round).present();
        if (present.size() > 1) {
            Generation gone = present.get(random.nextInt(present.size()));
            Files.delete(gone.file());
            lost.add(gone.id());
        }
    }

    private void restoreAny() throws IOException {
        List<Generation> present = Moment.store(round).present();
        restore(present.get(random.nextInt(present.size())));
    }

    private void restore(Generation generation) throws IOException {
        GenerationStore store = Moment.store(round);
        Path out = folder.resolve("out " + number++);
        try (Moment moment = RoundsForTests.moment(round, generation)) {
            ExtractReport report = RoundsForTests.takeOut(moment, out);
            Map<String, String> wanted = new TreeMap<>(trees.get(generation.id()));
            List<String> named = new ArrayList<>();
            for (ExtractedEntry entry : report.entries()) {
                if (!entry.result().cameOut()) {
                    String path = entry.entry().path();
                    named.add(path);
                    wanted.remove(path.substring(Math.min(path.length(), "source/".length())));
                }
            }
            assertThat(tree(out.resolve("source"))).isEqualTo(wanted);
            Set<String> missed = new TreeSet<>(moment.broken());
            assertThat(lost).containsAll(missed);
            // only what lay in one that is lost is named
            assertThat(named)
                    .allMatch(
                            path ->
                                    moment.archive().missing().stream()
                                            .anyMatch(entry -> entry.path().equals(path)));
        }
        assertThat(store.present()).isNotEmpty();
    }
}
