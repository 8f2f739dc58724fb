package app.lacuna.crash;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.compression.Level;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.Recovery;
import app.lacuna.job.Discs;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Writes images of discs, each of which opens alone. */
final class DiscScenario implements Scenario {
    private static final Path OUT = CrashSimulation.TOP.resolve("out");
    private static final long DISC = 3_000_000;

    private Set<String> originals = Set.of();
    private Path tree;
    private final Set<String> checked = new HashSet<>();

    @Override
    public void prepare() throws IOException {
        Files.createDirectory(OUT);
        tree = Discs.photographs(CrashSimulation.TOP, 3, 1_200_000);
        originals = Promises.contents(tree);
    }

    @Override
    public void run() throws IOException {
        Discs.write(
                Discs.order(DISC, Spread.OPEN_ALONE, Recovery.NONE),
                PackOptions.STANDARD.withLevel(Level.STORE),
                OUT,
                tree);
    }

    @Override
    public void check() throws IOException {
        assertThat(Promises.contents(tree)).isEqualTo(originals);
        if (!checked.add(Promises.digest(OUT))) {
            return; // another crash point has left the same images
        }
        List<Path> images = Promises.files(OUT);
        for (Path image : images) {
            assertThat(image.toString()).endsWith(".iso");
            Path out = CrashSimulation.TOP.resolve("extracted " + image.getFileName());
            Discs.extract(List.of(image), out);
            assertThat(originals).containsAll(Promises.contents(out));
        }
    }
}
