package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.TestRegister;
import app.lacuna.clearing.Undeletable;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.trash.FreedesktopTrash;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

@EnabledOnOs(OS.LINUX)
class TrashJobTest {
    private static final Clock CLOCK =
            Clock.fixed(Instant.parse("2026-11-25T13:20:09Z"), ZoneOffset.UTC);

    @TempDir Path folder;
    private final StubEvidence evidence = new StubEvidence();
    private TestRegister register;
    private Trash trash;

    @BeforeEach
    void make() throws IOException {
        register = TestRegister.in(folder.resolve("register"));
        trash = new FreedesktopTrash(folder.resolve("data"), 1000, CLOCK);
    }

    @AfterEach
    void end() throws IOException {
        register.close();
    }

    private ReadableFile thrownAway(String name) throws IOException {
        Path file = folder.resolve(name);
        Files.createDirectories(file.getParent());
        return thrownAway(Files.writeString(file, "1;2"));
    }

    private ReadableFile thrownAway(Path path) throws IOException {
        ReadableFile file = ReadableFile.now(path, path.getFileName().toString());
        return file.withInTrash(trash.put(path, path));
    }

    private Path inTrash(ReadableFile file) {
        return file.inTrash().orElseThrow().file();
    }

    private TrashJob job() {
        return new TrashJob(trash, CancelToken.never());
    }

    @Test
    void takeBack_bringsFilesAndFoldersToTheirPlaces() throws IOException {
        ReadableFile file = thrownAway("season/levels.csv");
        ReadableFile season = thrownAway(folder.resolve("season"));
        TrashJob.Result result = job().takeBack(List.of(file, season));
        assertThat(result.done()).isEqualTo(2);
        assertThat(result.stays()).isEmpty();
        assertThat(file.path()).hasContent("1;2");
    }

    @Test
    void takeBack_ofWhatIsNoLongerWhatItWas_leavesIt() throws IOException {
        ReadableFile changed = thrownAway("a.csv");
        Files.writeString(inTrash(changed), "longer than before");
        ReadableFile gone = thrownAway("b.csv");
        Files.delete(inTrash(gone));
        Path there = Files.writeString(folder.resolve("c.csv"), "never thrown away");
        ReadableFile never = ReadableFile.now(there, "c.csv");
        Files.writeString(there, "changed since");
        TrashJob.Result result = job().takeBack(List.of(changed, gone, never));
        assertThat(result.done()).isZero();
        assertThat(result.stays())
                .containsExactlyInAnyOrder(changed.path(), gone.path(), never.path());
        assertThat(inTrash(changed)).exists();
    }

    @Test
    void takeBack_whenCancelled_leavesTheRest() throws IOException {
        ReadableFile file = thrownAway("a.csv");
        CancelSource cancel = new CancelSource();
        cancel.cancel();
        TrashJob.Result result = new TrashJob(trash, cancel).takeBack(List.of(file));
        assertThat(result.stays()).containsExactly(file.path());
        assertThat(inTrash(file)).exists();
    }

    /**
     * A folder was thrown away as one thing and taken back by somebody else, with what is in it.
     */
    @Test
    void takeBack_ofWhatIsThereAlready_countsAsDone() throws IOException {
        ReadableFile file = thrownAway("a.csv");
        trash.restore(file.inTrash().orElseThrow(), file.path());
        TrashJob.Result result = job().takeBack(List.of(file));
        assertThat(result.done()).isEqualTo(1);
        assertThat(result.stays()).isEmpty();
    }

    @Test
    void purge_takesAwayForGood_inManyShares() throws IOException {
        List<ReadableFile> files = new ArrayList<>();
        for (int i = 0; i < 201; i++) {
            files.add(thrownAway("f" + i));
        }
        TrashJob.Result result = job().purge(files, evidence);
        assertThat(result.done()).isEqualTo(201);
        assertThat(folder.resolve("data/Trash/files")).isEmptyDirectory();
        assertThat(folder.resolve("data/Trash/info")).isEmptyDirectory();
    }

    @Test
    void purge_ofAnEmptyFolder_needsNoEvidence() throws IOException {
        evidence.stands = false;
        ReadableFile season = thrownAway(Files.createDirectory(folder.resolve("season")));
        assertThat(job().purge(List.of(season), evidence).done()).isEqualTo(1);
        assertThat(inTrash(season)).doesNotExist();
    }

    private void purgeStays(ReadableFile file) {
        TrashJob.Result result = job().purge(List.of(file), evidence);
        assertThat(result.done()).isZero();
        assertThat(result.stays()).containsExactly(file.path());
        assertThat(inTrash(file)).as("under its name").hasContent("1;2");
        assertThat(file.inTrash().orElseThrow().info()).exists();
    }

    @Test
    void purge_withoutEvidence_leavesItInTheTrash() throws IOException {
        ReadableFile file = thrownAway("a.csv");
        evidence.stands = false;
        purgeStays(file);
        evidence.stands = true;
        evidence.against = Optional.of(Stays.NOT_IN_ARCHIVE);
        purgeStays(file);
        evidence.against = Optional.empty();
        evidence.compared = Optional.of(Stays.CHANGED);
        purgeStays(file);
        evidence.compared = Optional.empty();
        evidence.uncompared = Optional.of(new IOException("unreadable"));
        purgeStays(file);
        evidence.uncompared = Optional.empty();
        evidence.unprepared = Optional.of(new IOException("damaged"));
        purgeStays(file);
    }

    @Test
    void purge_whereNothingCanBeDeleted_saysSo() throws IOException {
        ReadableFile file = thrownAway("a.csv");
        try (Undeletable held = Undeletable.below(folder.resolve("data/Trash/files"))) {
            assertThat(held.isHeld()).isTrue();
            assertThat(job().purge(List.of(file), evidence).stays()).containsExactly(file.path());
        }
        assertThat(inTrash(file)).hasContent("1;2");
    }
}
