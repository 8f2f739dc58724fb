package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Form;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Stage;
import app.lacuna.error.DestinationTaken;
import app.lacuna.error.SourceNotMounted;
import app.lacuna.generations.BackupScope;
import app.lacuna.generations.Changes;
import app.lacuna.generations.Keep;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.rounds.Round;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a run cannot inspect is neither new nor deleted. */
class UnseenItemsTest {
    private static final Instant START = Instant.parse("2040-11-11T18:00:00Z");

    @TempDir Path folder;
    private Path source;
    private Path drive;
    private Round round;

    @BeforeEach
    void make() throws IOException {
        source = Files.createDirectories(folder.resolve("Trench C/finds")).getParent();
        drive = Files.createDirectory(folder.resolve("drive"));
        Files.writeString(source.resolve("finds/a.txt"), "a brooch");
        Files.writeString(source.resolve("b.txt"), "b");
        round = RoundsForTests.round(source, drive, Form.ZIP, new Keep(1, 0, 0, 0));
    }

    private FileSelection scan() {
        return new SelectionScanner(CancelToken.never()).scan(List.of(source));
    }

    /** The same selection as if a folder in it had been unreadable. */
    private FileSelection scanWithout(Path place) {
        FileSelection all = scan().without(Set.of(place), LeftOut.Reason.UNREADABLE);
        return new FileSelection(all.items(), all.leftOut(), List.of(), List.of());
    }

    private Changes.Found compare(FileSelection now, Manifest last) throws IOException {
        BackupScope scope = BackupScope.of(now, List.of(), false);
        return new Changes(Optional.of(last), last.needs(), false, CancelToken.never())
                .of(
                        now.items(),
                        scope,
                        new ProgressMeter(ProgressListener.none(), Stage.COMPARING, 0, 0));
    }

    private Manifest last() throws IOException {
        RoundRun run = RoundsForTests.run(round, START);
        try (Moment moment = RoundsForTests.moment(round, run.latest())) {
            return moment.archive().manifest();
        }
    }

    @Test
    void unreadableFolder_keepsItsLines() throws IOException {
        Changes.Found found = compare(scanWithout(source.resolve("finds")), last());
        assertThat(found.counts().gone()).isZero();
        assertThat(found.counts().unseen()).isEqualTo(2);
        assertThat(found.unseen())
                .extracting(ManifestLine::path)
                .containsExactly("Trench C/finds", "Trench C/finds/a.txt");
        assertThat(found.unseen()).noneMatch(ManifestLine::seen);
    }

    @Test
    void deletedFolder_isGone() throws IOException {
        Manifest last = last();
        Files.delete(source.resolve("finds/a.txt"));
        Files.delete(source.resolve("finds"));
        Changes.Found found = compare(scan(), last);
        assertThat(found.counts().gone()).isEqualTo(2);
        assertThat(found.unseen()).isEmpty();
    }

    /** As after a run in which the root was a mount point of its own. */
    @Test
    void emptyMountPointOfRoot_isRefused() throws IOException {
        Manifest last = withVolume(last(), source);
        Files.delete(source.resolve("finds/a.txt"));
        Files.delete(source.resolve("finds"));
        Files.delete(source.resolve("b.txt"));
        FileSelection now = scan();
        BackupScope scope = BackupScope.of(now, List.of(), false);
        assertThatThrownBy(() -> BackupSources.requireMounted(now, scope, last))
                .isInstanceOf(SourceNotMounted.class);
        Files.writeString(source.resolve("moved here.txt"), "x");
        FileSelection filled = scan();
        BackupSources.requireMounted(filled, BackupScope.of(filled, List.of(), false), last);
    }

    private static Manifest withVolume(Manifest manifest, Path volume) {
        List<Manifest.Root> roots =
                manifest.roots().stream()
                        .map(r -> new Manifest.Root(r.name(), r.place(), Optional.of(volume)))
                        .toList();
        BackupScope scope = manifest.scope();
        return new Manifest(
                manifest.round(),
                manifest.generation(),
                manifest.sequence(),
                new BackupScope(roots, scope.rules(), scope.withoutJunk(), scope.unseen()),
                manifest.lines());
    }

    /** As after a run in which a folder inside was a mount point. */
    @Test
    void emptyMountPointInside_keepsItsLines() throws IOException {
        Manifest last = last();
        List<ManifestLine> lines = new ArrayList<>();
        for (ManifestLine line : last.lines()) {
            boolean inside = line.path().startsWith("Trench C/finds");
            lines.add(inside ? onDevice(line, "77") : line);
        }
        Manifest mounted = new Manifest(last.round(), last.generation(), 1, last.scope(), lines);
        Files.delete(source.resolve("finds/a.txt"));
        Changes.Found found = compare(scan(), mounted);
        assertThat(found.counts().gone()).isZero();
        assertThat(found.notMounted()).hasSize(1);
        assertThat(found.unseen())
                .extracting(ManifestLine::path)
                .containsExactly("Trench C/finds", "Trench C/finds/a.txt");
    }

    private static ManifestLine onDevice(ManifestLine l, String device) {
        String key = device + l.key().substring(l.key().indexOf(':'));
        return new ManifestLine(
                l.path(),
                l.kind(),
                l.size(),
                l.modified(),
                l.mode(),
                l.digest(),
                l.generation(),
                l.held(),
                key,
                l.changed(),
                l.details(),
                l.shared(),
                l.disk(),
                l.seen());
    }

    @Test
    void itemsOutsideTheScopeOfThen_areNotNew() throws IOException {
        Files.writeString(source.resolve("work.tmp"), "work");
        Round then = round.leavingOut(List.of("*.tmp"), false);
        RoundRun run = RoundsForTests.run(then, START);
        Files.writeString(source.resolve("since.txt"), "new");
        try (Moment moment = RoundsForTests.moment(round, run.latest())) {
            PutBackJob job =
                    new PutBackJob(
                            round,
                            moment,
                            RoundsForTests.at(START),
                            ProgressListener.none(),
                            CancelToken.never());
            PutBackJob.Plan plan = job.plan(path -> true, true);
            assertThat(plan.removed())
                    .extracting(item -> item.path())
                    .containsExactly("Trench C/since.txt");
        }
    }

    @Test
    void excludePatternWithBlanks_isOnePattern() throws IOException {
        Files.createDirectories(source.resolve("drafts"));
        Files.createDirectories(source.resolve("old drafts"));
        Files.writeString(source.resolve("drafts/thesis.txt"), "important");
        Files.writeString(source.resolve("old drafts/x.txt"), "junk");
        round = round.leavingOut(List.of("old drafts"), false);
        RoundRun run = RoundsForTests.run(round, START);
        try (Moment moment = RoundsForTests.moment(round, run.latest())) {
            assertThat(moment.archive().listing().entries())
                    .extracting(entry -> entry.path())
                    .contains("Trench C/drafts/thesis.txt")
                    .noneMatch(path -> path.contains("old drafts"));
        }
    }

    @Test
    void linkAsSource_isFollowed() throws IOException {
        Path link = Files.createSymbolicLink(folder.resolve("Documents"), source);
        Round linked = round.of(List.of(link));
        RoundRun run = RoundsForTests.run(linked, START);
        try (Moment moment = RoundsForTests.moment(linked, run.latest())) {
            assertThat(moment.archive().listing().entries())
                    .extracting(entry -> entry.path())
                    .contains("Documents/finds/a.txt");
        }
        Files.delete(source.resolve("b.txt"));
        assertThat(RoundsForTests.putBack(linked, run.latest()).isComplete()).isTrue();
        assertThat(source.resolve("b.txt")).hasContent("b");
    }

    @Test
    void destinationThatIsTheSource_isRefusedAndUnchanged() throws IOException {
        Files.setPosixFilePermissions(source, PosixFilePermissions.fromString("rwxr-xr-x"));
        Round wrong =
                RoundsForTests.round(source, folder, Form.ZIP, Keep.USUAL).called("x").to(folder);
        Round named =
                new Round(
                                "photos",
                                List.of(source),
                                List.of(),
                                false,
                                folder,
                                "Trench C",
                                wrong.protection(),
                                wrong.names(),
                                wrong.method(),
                                Optional.empty())
                        .with(wrong.backup().orElseThrow());
        assertThat(named.generations()).isEqualTo(source);
        assertThatThrownBy(() -> BackupDestination.require(named))
                .isInstanceOf(DestinationTaken.class);
        assertThatThrownBy(() -> RoundsForTests.run(named, START))
                .isInstanceOf(DestinationTaken.class);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(source)))
                .isEqualTo("rwxr-xr-x");
        assertThat(source.resolve("round.json")).doesNotExist();
    }

    @Test
    void destinationWithOtherFiles_isRefusedAndUnchanged() throws IOException {
        Path taken = Files.createDirectories(round.generations());
        Files.setPosixFilePermissions(taken, PosixFilePermissions.fromString("rwxr-xr-x"));
        Files.writeString(taken.resolve("letters.txt"), "mine");
        assertThatThrownBy(() -> RoundsForTests.run(round, START))
                .isInstanceOf(DestinationTaken.class);
        Files.delete(taken.resolve("letters.txt"));
        assertThat(RoundsForTests.run(round, START).made()).isPresent();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(taken)))
                .isEqualTo("rwxr-xr-x");
    }
}
