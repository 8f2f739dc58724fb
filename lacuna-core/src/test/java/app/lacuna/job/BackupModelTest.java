package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Random histories of a backup: edits, runs, unreadable folders, clock jumps, lost and damaged
 * generations, restores with edits meanwhile, undos, prunes, and kills at failpoints. Content that
 * was verified and is wanted by the rules is never lost, and nothing that the user wrote is
 * overwritten without a copy. ({@code -Dbackup.steps=1000000 -Dbackup.folder=/dev/shm/x} for a long
 * one.)
 */
class BackupModelTest {
    private static final int STEPS = Integer.getInteger("backup.steps", 60);
    private static final long FIRST_SEED = Long.getLong("backup.seed", 0);

    @TempDir Path folder;

    @ParameterizedTest
    @ValueSource(longs = {1, 2})
    void wantedContentIsNeverLost(long seed) throws IOException, InterruptedException {
        String given = System.getProperty("backup.folder", "");
        Path place = given.isEmpty() ? folder : Files.createDirectories(Path.of(given));
        BackupModel model =
                new BackupModel(
                        Files.createTempDirectory(place, "model"), FIRST_SEED + seed, STEPS);
        model.run();
        assertThat(model.runs()).as("runs that made a generation").isPositive();
        assertThat(model.restores()).as("restores").isPositive();
    }
}
