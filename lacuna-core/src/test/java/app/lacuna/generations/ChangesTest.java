package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Sha256;
import app.lacuna.common.Stage;
import app.lacuna.generations.Changes.Counts;
import app.lacuna.generations.Changes.Decided;
import app.lacuna.generations.Changes.Found;
import app.lacuna.selection.DetailsReader;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.SelectionScanner;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What has changed on disk since the last generation; real files, no archive. */
class ChangesTest {
    /** The run before: everything older than two seconds before it is certain. */
    private static final String RUN = "20260310T120000Z";

    private static final Instant OLD = Instant.parse("2026-01-01T00:00:00Z");

    @TempDir Path folder;
    private Path dig;

    @BeforeEach
    void make() throws IOException {
        dig = Files.createDirectories(folder.resolve("dig/finds")).getParent();
        write("a.csv", "one");
        write("finds/b.csv", "two");
    }

    private Path write(String name, String text) throws IOException {
        Path file = Files.writeString(dig.resolve(name), text);
        Files.setLastModifiedTime(file, FileTime.from(OLD));
        return file;
    }

    private FileSelection scan() throws IOException {
        return new SelectionScanner(CancelToken.never()).scan(List.of(dig));
    }

    private static String digest(FileItem item) throws IOException {
        if (item.kind() == ItemKind.FOLDER) {
            return "";
        }
        byte[] bytes =
                item.kind() == ItemKind.LINK
                        ? Files.readSymbolicLink(item.source()).toString().getBytes("UTF-8")
                        : Files.readAllBytes(item.source());
        return Sha256.of(new ByteArrayInputStream(bytes), CancelToken.never());
    }

    /** What a run at {@link #RUN} would have written. */
    private Manifest manifest() throws IOException {
        FileSelection found = scan();
        List<ManifestLine> lines = new ArrayList<>();
        for (FileItem item : found.items()) {
            Identity identity = Identity.of(item.source());
            lines.add(
                    new ManifestLine(
                            item.path(),
                            item.kind(),
                            item.size(),
                            item.modified(),
                            item.permissions(),
                            digest(item),
                            RUN,
                            item.path(),
                            identity.key(),
                            identity.changed(),
                            "",
                            identity.shared(),
                            "",
                            true));
        }
        return new Manifest("r", RUN, 1, BackupScope.of(found, List.of(), false), lines);
    }

    private Found changes(Manifest last, boolean byDigest) throws IOException {
        FileSelection now = scan();
        ProgressMeter meter =
                new ProgressMeter(ProgressListener.none(), Stage.SCANNING, 0, now.items().size());
        return new Changes(Optional.of(last), Set.of(RUN), byDigest, CancelToken.never())
                .of(now.items(), BackupScope.of(now, List.of(), false), meter);
    }

    /** Without folders that differ in their time alone, because something in them came or went. */
    private static List<String> stored(Found found) {
        return found.toStore().stream()
                .map(FileItem::path)
                .filter(found.changed()::contains)
                .toList();
    }

    @Test
    void of_nothingChanged_storesNothing() throws IOException {
        Found found = changes(manifest(), false);
        assertThat(found.counts()).isEqualTo(new Counts(0, 0, 0, 4, 0, 0));
        assertThat(found.counts().isNothing()).isTrue();
        assertThat(stored(found)).isEmpty();
        assertThat(changes(manifest(), true).toStore()).as("also by digest").isEmpty();
    }

    @Test
    void of_withoutLastGeneration_storesEverything() throws IOException {
        FileSelection now = scan();
        Found found =
                new Changes(Optional.empty(), Set.of(), false, CancelToken.never())
                        .of(
                                now.items(),
                                BackupScope.of(now, List.of(), false),
                                new ProgressMeter(ProgressListener.none(), Stage.SCANNING, 0, 4));
        assertThat(found.counts().added()).isEqualTo(4);
        assertThat(found.toStore()).hasSize(4);
    }

    @Test
    void of_contentsChanged_storesTheFile() throws IOException {
        Manifest last = manifest();
        write("a.csv", "ONE"); // same size and time
        Found found = changes(last, false);
        assertThat(stored(found)).containsExactly("dig/a.csv");
        assertThat(found.counts().changed()).isEqualTo(1);
        assertThat(found.changed()).containsExactly("dig/a.csv");
    }

    @Test
    void of_timeChanged_storesTheFileAnew() throws IOException {
        Manifest last = manifest();
        Files.setLastModifiedTime(dig.resolve("a.csv"), FileTime.from(OLD.plusSeconds(60)));
        assertThat(stored(changes(last, false))).containsExactly("dig/a.csv");
    }

    @Test
    void of_permissionsChanged_storesTheFileAnew() throws IOException {
        Manifest last = manifest();
        Files.setPosixFilePermissions(
                dig.resolve("a.csv"), PosixFilePermissions.fromString("r--r-----"));
        assertThat(stored(changes(last, false))).containsExactly("dig/a.csv");
    }

    @Test
    void of_renamedFile_isRecognised() throws IOException {
        Manifest last = manifest();
        Files.move(dig.resolve("a.csv"), dig.resolve("renamed.csv"));
        Found found = changes(last, false);
        assertThat(stored(found)).isEmpty();
        assertThat(found.counts().renamed()).isEqualTo(1);
        assertThat(found.counts().gone()).isZero();
        Decided renamed =
                found.decided().stream()
                        .filter(each -> each.item().path().equals("dig/renamed.csv"))
                        .findFirst()
                        .orElseThrow();
        assertThat(renamed.before().orElseThrow().path()).isEqualTo("dig/a.csv");
        assertThat(renamed.previous()).isEmpty();
    }

    @Test
    void of_deletedFile_isGone() throws IOException {
        Manifest last = manifest();
        Files.delete(dig.resolve("finds/b.csv"));
        Found found = changes(last, false);
        assertThat(found.counts().gone()).isEqualTo(1);
        assertThat(found.counts().changed()).as("its folder has a new time only").isZero();
        assertThat(found.counts().isNothing()).isFalse();
    }

    @Test
    void of_newFile_isAdded() throws IOException {
        Manifest last = manifest();
        write("finds/c.csv", "three");
        Found found = changes(last, false);
        assertThat(stored(found)).contains("dig/finds/c.csv").doesNotContain("dig/finds/b.csv");
        assertThat(found.counts().added()).isEqualTo(1);
    }

    /** The bytes are in a generation that is lost: they are stored again. */
    @Test
    void of_generationCannotBeUsed_storesAgain() throws IOException {
        Manifest last = manifest();
        FileSelection now = scan();
        Found found =
                new Changes(Optional.of(last), Set.of(), false, CancelToken.never())
                        .of(
                                now.items(),
                                BackupScope.of(now, List.of(), false),
                                new ProgressMeter(ProgressListener.none(), Stage.SCANNING, 0, 4));
        assertThat(found.toStore()).hasSize(4);
    }

    /** Its time is that of the run: only its contents tell whether it is still the same. */
    @Test
    void of_fileWrittenDuringTheRun_isComparedByItsContents() throws IOException {
        Path file = dig.resolve("a.csv");
        Files.setLastModifiedTime(file, FileTime.from(Generation.timeOf(RUN)));
        Manifest last = manifest();
        assertThat(stored(changes(last, false))).isEmpty();
        Files.writeString(file, "ONE");
        Files.setLastModifiedTime(file, FileTime.from(Generation.timeOf(RUN)));
        assertThat(stored(changes(last, false))).containsExactly("dig/a.csv");
    }

    @Test
    void of_linkToAnotherTarget_isStored() throws IOException {
        Path link = Files.createSymbolicLink(dig.resolve("latest"), Path.of("a.csv"));
        Manifest last = manifest();
        assertThat(stored(changes(last, false))).isEmpty();
        Files.delete(link);
        Files.createSymbolicLink(link, Path.of("b.csv"));
        assertThat(stored(changes(last, false))).containsExactly("dig/latest");
    }

    @Test
    void of_fileBecameFolder_isChanged() throws IOException {
        Manifest last = manifest();
        Files.delete(dig.resolve("a.csv"));
        Files.createDirectory(dig.resolve("a.csv"));
        Found found = changes(last, false);
        assertThat(stored(found)).containsExactly("dig/a.csv");
        assertThat(found.counts().changed()).isEqualTo(1);
    }

    /** A folder that could not be opened says nothing of what is in it. */
    @Test
    void of_placeThatCouldNotBeInspected_keepsItsLines() throws IOException {
        Manifest last = manifest();
        Files.delete(dig.resolve("finds/b.csv"));
        FileSelection now = scan();
        BackupScope seen = BackupScope.of(now, List.of(), false);
        BackupScope scope =
                new BackupScope(seen.roots(), List.of(), false, Set.of(dig.resolve("finds")));
        Found found =
                new Changes(Optional.of(last), Set.of(RUN), false, CancelToken.never())
                        .of(
                                now.items(),
                                scope,
                                new ProgressMeter(ProgressListener.none(), Stage.SCANNING, 0, 3));
        assertThat(found.counts().gone()).isZero();
        assertThat(found.unseen())
                .extracting(ManifestLine::path)
                .containsExactly("dig/finds/b.csv");
        assertThat(found.unseen()).extracting(ManifestLine::seen).containsExactly(false);
    }

    /** It lay on another disk, and is an empty folder on the disk around it now. */
    @Test
    void of_diskThatIsNotMounted_keepsItsLines() throws IOException {
        Manifest last = manifest();
        List<ManifestLine> lines = new ArrayList<>();
        for (ManifestLine line : last.lines()) {
            boolean onDisk = line.path().startsWith("dig/finds");
            lines.add(
                    onDisk
                            ? new ManifestLine(
                                    line.path(),
                                    line.kind(),
                                    line.size(),
                                    line.modified(),
                                    line.mode(),
                                    line.digest(),
                                    RUN,
                                    line.path(),
                                    "9999:" + line.path().length(),
                                    line.changed(),
                                    "",
                                    false,
                                    "",
                                    true)
                            : line);
        }
        Files.delete(dig.resolve("finds/b.csv"));
        Found found = changes(new Manifest("r", RUN, 1, last.scope(), lines), false);
        assertThat(found.notMounted()).extracting(FileItem::path).containsExactly("dig/finds");
        assertThat(found.counts().gone()).isZero();
        assertThat(found.counts().unseen()).isEqualTo(2);
    }

    /** The manifest with another line for one path. */
    private static Manifest with(Manifest last, String path, UnaryOperator<ManifestLine> change) {
        List<ManifestLine> lines =
                last.lines().stream()
                        .map(line -> line.path().equals(path) ? change.apply(line) : line)
                        .toList();
        return new Manifest(last.round(), RUN, 1, last.scope(), lines);
    }

    private static ManifestLine line(
            ManifestLine line, String key, String changed, String digest, String details) {
        return new ManifestLine(
                line.path(),
                line.kind(),
                line.size(),
                line.modified(),
                line.mode(),
                digest,
                RUN,
                line.held(),
                key,
                changed,
                details,
                line.shared(),
                line.disk(),
                true);
    }

    private static UnaryOperator<ManifestLine> otherDigest() {
        return line -> line(line, line.key(), line.changed(), "00", "");
    }

    private static UnaryOperator<ManifestLine> touched(String details) {
        return line -> line(line, line.key(), "before", line.digest(), details);
    }

    @Test
    void of_fileThatNobodyTouched_isReadOnlyByDigest() throws IOException {
        Manifest last = with(manifest(), "dig/a.csv", otherDigest());
        assertThat(stored(changes(last, false))).isEmpty();
        assertThat(stored(changes(last, true))).containsExactly("dig/a.csv");
    }

    @Test
    void of_fileWrittenDuringTheRunAndNeverTouched_isRead() throws IOException {
        Files.setLastModifiedTime(
                dig.resolve("a.csv"), FileTime.from(Generation.timeOf(RUN).minusSeconds(2)));
        Manifest last = with(manifest(), "dig/a.csv", otherDigest());
        assertThat(stored(changes(last, false))).containsExactly("dig/a.csv");
    }

    @Test
    void of_anotherFileUnderTheName_isRead() throws IOException {
        Manifest last =
                with(manifest(), "dig/a.csv", line -> line(line, "1:1", line.changed(), "00", ""));
        assertThat(stored(changes(last, false))).containsExactly("dig/a.csv");
    }

    @Test
    void of_touchedFile_isStoredOnlyIfSomethingDiffers() throws IOException {
        Manifest last = manifest();
        String details = Identity.details(dig.resolve("a.csv"), new DetailsReader());
        assertThat(stored(changes(with(last, "dig/a.csv", touched(details)), false))).isEmpty();
        assertThat(stored(changes(with(last, "dig/a.csv", touched("other")), false)))
                .containsExactly("dig/a.csv");
        Manifest unknown =
                with(last, "dig/a.csv", line -> line(line, line.key(), "before", "", ""));
        assertThat(stored(changes(unknown, false))).containsExactly("dig/a.csv");
    }

    @Test
    void of_touchedFolder_isStoredOnlyIfItsDetailsDiffer() throws IOException {
        Manifest last = manifest();
        String details = Identity.details(dig.resolve("finds"), new DetailsReader());
        Found same = changes(with(last, "dig/finds", touched(details)), false);
        assertThat(same.counts().changed()).isZero();
        Found other = changes(with(last, "dig/finds", touched("other")), false);
        assertThat(other.changed()).containsExactly("dig/finds");
    }

    @Test
    void of_touchedLink_isStoredOnlyIfItsTargetOrDetailsDiffer() throws IOException {
        Files.createSymbolicLink(dig.resolve("latest"), Path.of("a.csv"));
        Manifest last = manifest();
        assertThat(stored(changes(with(last, "dig/latest", touched("")), false))).isEmpty();
        assertThat(stored(changes(with(last, "dig/latest", touched("other")), false)))
                .containsExactly("dig/latest");
        Manifest elsewhere =
                with(last, "dig/latest", line -> line(line, line.key(), "before", "00", ""));
        assertThat(stored(changes(elsewhere, false))).containsExactly("dig/latest");
    }
}
