package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.TestRegister;
import app.lacuna.common.CancelSource;
import app.lacuna.common.ProgressListener;
import app.lacuna.trash.FreedesktopTrash;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** Each step of clearing at which a file may turn out to stay. */
@EnabledOnOs(OS.LINUX)
class ClearStepsTest {
    @TempDir Path folder;
    private final StubEvidence evidence = new StubEvidence();
    private final CancelSource cancel = new CancelSource();
    private TestRegister register;
    private Path season;
    private Path levels;

    @BeforeEach
    void make() throws IOException {
        register = TestRegister.in(folder.resolve("register"));
        season = Files.createDirectory(folder.resolve("season"));
        levels = Files.writeString(season.resolve("levels.csv"), "1;2");
    }

    @AfterEach
    void end() throws IOException {
        register.close();
    }

    private ClearPlan plan(Path... paths) throws IOException {
        List<ReadableFile> files = new ArrayList<>();
        for (Path path : paths) {
            files.add(ReadableFile.now(path, path.getFileName().toString()));
        }
        return new ClearPlanner(evidence, cancel).plan(files);
    }

    private ClearReport run(ClearPlan plan, Disposal disposal) {
        return new ClearJob(evidence, disposal, ProgressListener.none(), cancel).run(plan);
    }

    private void stays(ClearReport report, Path path, Stays why) {
        assertThat(report.gone()).isEmpty();
        assertThat(report.stays()).containsExactly(new Staying(path, why));
        assertThat(path).exists();
    }

    @Test
    void beforeTheFirst() throws IOException {
        ClearPlan plan = plan(levels);
        evidence.stands = false;
        stays(run(plan, Disposal.delete()), levels, Stays.ARCHIVE_CHANGED);
        cancel.cancel();
        ClearReport report = run(plan, Disposal.delete());
        stays(report, levels, Stays.NOT_REACHED);
        assertThat(report.cancelled()).isTrue();
    }

    @Test
    void whenItsContentsAreNotThoseOfTheArchive() throws IOException {
        ClearPlan plan = plan(levels);
        evidence.unprepared = Optional.of(new IOException("damaged"));
        stays(run(plan, Disposal.delete()), levels, Stays.ARCHIVE_DAMAGED);
        evidence.unprepared = Optional.empty();
        evidence.compared = Optional.of(Stays.CHANGED);
        stays(run(plan, Disposal.delete()), levels, Stays.CHANGED);
        evidence.uncompared = Optional.of(new IOException("cannot be read"));
        stays(run(plan, Disposal.delete()), levels, Stays.UNREADABLE);
    }

    @Test
    void whenItIsCancelledWhileComparing() throws IOException {
        ClearPlan plan = plan(levels);
        evidence.whileComparing =
                () -> {
                    cancel.cancel();
                    cancel.check();
                };
        ClearReport report = run(plan, Disposal.delete());
        stays(report, levels, Stays.NOT_REACHED);
        assertThat(report.cancelled()).isTrue();
    }

    /** Out of reach by its name; a program that had it open can still write into it. */
    @Test
    void whenItIsChangedWhileItIsCompared() throws IOException {
        ClearPlan plan = plan(levels);
        evidence.whileComparing =
                () -> {
                    try (var all = Files.walk(folder.resolve("season"))) {
                        Path place = all.filter(Files::isRegularFile).findFirst().orElseThrow();
                        Files.writeString(place, "longer than before");
                    } catch (IOException e) {
                        throw new AssertionError(e);
                    }
                };
        stays(run(plan, Disposal.delete()), levels, Stays.CHANGED);
        assertThat(levels).hasContent("longer than before");
    }

    @Test
    void whenItIsNotThereOrAnother() throws IOException {
        ClearPlan plan = plan(levels);
        Files.delete(levels);
        ClearReport gone = run(plan, Disposal.delete());
        assertThat(gone.stays()).containsExactly(new Staying(levels, Stays.GONE));
        Files.createDirectory(levels);
        stays(run(plan, Disposal.delete()), levels, Stays.REPLACED);
        Files.delete(levels);
        Files.delete(season);
        assertThat(run(plan, Disposal.delete()).stays())
                .containsExactly(new Staying(levels, Stays.GONE));
    }

    @Test
    void foldersGoOnlyWhenTheyAreEmptyFolders() throws IOException {
        ClearPlan plan = plan(season);
        stays(run(plan, Disposal.delete()), season, Stays.NOT_EMPTY);
        Files.delete(levels);
        Files.delete(season);
        assertThat(run(plan, Disposal.delete()).stays())
                .containsExactly(new Staying(season, Stays.GONE));
        Files.writeString(season, "a file of that name");
        stays(run(plan, Disposal.delete()), season, Stays.REPLACED);
        Files.delete(season);
        Files.createDirectory(season);
        assertThat(run(plan, Disposal.delete()).gone()).hasSize(1);
    }

    @Test
    void foldersThatCannotGo_stayWithTheReason() throws IOException {
        Files.delete(levels);
        ClearPlan plan = plan(season);
        stays(
                run(
                        plan,
                        (place, original) -> {
                            throw new DirectoryNotEmptyException("filled meanwhile");
                        }),
                season,
                Stays.NOT_EMPTY);
        stays(
                run(
                        plan,
                        (place, original) -> {
                            throw new Trash.NoTrash(place);
                        }),
                season,
                Stays.NO_TRASH);
        stays(
                run(
                        plan,
                        (place, original) -> {
                            throw new IOException("no");
                        }),
                season,
                Stays.NOT_PERMITTED);
        cancel.cancel();
        stays(run(plan, Disposal.delete()), season, Stays.NOT_REACHED);
    }

    @Test
    void aTrashThatWantsNames_getsThem() throws IOException {
        List<Path> seen = new ArrayList<>();
        Disposal disposal =
                new Disposal() {
                    @Override
                    public Optional<InTrash> dispose(Path place, Path original) throws IOException {
                        seen.add(place);
                        return Disposal.delete().dispose(place, original);
                    }

                    @Override
                    public boolean wantsItUnderItsName() {
                        return true;
                    }
                };
        assertThat(run(plan(levels), disposal).count()).isEqualTo(1);
        assertThat(seen).containsExactly(levels);
    }

    @Test
    void whatIsInTheTrash_isKnownThere() throws IOException {
        Trash trash =
                new FreedesktopTrash(
                        folder.resolve("data"), 1000, Clock.fixed(Instant.EPOCH, ZoneOffset.UTC));
        ClearReport report = run(plan(levels, season), Disposal.to(trash));
        assertThat(report.inTrash()).hasSize(2);
        assertThat(report.bytes()).isEqualTo(3);
        assertThat(report.onlyGone(Set.of(levels)).gone()).hasSize(1);
    }

    @Test
    void planner_knowsWhatStays() throws IOException {
        ReadableFile then = ReadableFile.now(levels, "levels.csv");
        ReadableFile never = ReadableFile.now(levels, "x").at(season.resolve("never.csv"));
        Files.writeString(levels, "longer than before");
        ClearPlan plan = new ClearPlanner(evidence, cancel).plan(List.of(then, never));
        assertThat(plan.goes()).isEmpty();
        assertThat(plan.stays())
                .containsExactlyInAnyOrder(
                        new Staying(levels, Stays.CHANGED), new Staying(never.path(), Stays.GONE));
        evidence.against = Optional.of(Stays.NOT_PROVED);
        assertThat(plan(levels).stays()).containsExactly(new Staying(levels, Stays.NOT_PROVED));
    }

    @Test
    void planner_tellsOtherNamesOfAFile() throws IOException {
        Path other = Files.createLink(folder.resolve("other.csv"), levels);
        ClearPlan plan = plan(levels, season);
        assertThat(plan.linkedElsewhere()).containsExactly(levels);
        assertThat(plan.count()).isEqualTo(1);
        assertThat(plan.bytes()).isEqualTo(3);
        ClearReport report = run(plan, Disposal.delete());
        assertThat(report.linkedElsewhere()).containsExactly(levels);
        assertThat(other).hasContent("1;2");
    }

    @Test
    void trashThatNeedsTheName_getsTheFileUnderItsName() throws IOException {
        ClearPlan plan = plan(levels);
        List<Path> given = new ArrayList<>();
        Trash system = mock(Trash.class);
        when(system.wantsItUnderItsName()).thenReturn(true);
        when(system.put(any(), any()))
                .then(
                        call -> {
                            given.add(call.getArgument(0));
                            Files.delete(call.getArgument(0));
                            return Optional.empty();
                        });
        assertThat(run(plan, Disposal.to(system)).count()).isEqualTo(1);
        assertThat(given).containsExactly(levels);
    }
}
