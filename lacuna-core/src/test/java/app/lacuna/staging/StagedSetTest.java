package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StagedSetTest {
    @TempDir Path folder;

    private static List<Path> numbered(Path name, int count) {
        List<Path> names = new ArrayList<>();
        for (int i = 1; i < count; i++) {
            names.add(name.resolveSibling(name.getFileName() + "." + i));
        }
        names.add(name);
        return names;
    }

    private StagedSet set(String name, Path workplace, String... texts) throws IOException {
        StagedSet set =
                new StagedSet(
                        Target.of(folder.resolve(name)),
                        StagedSetTest::numbered,
                        Optional.ofNullable(workplace));
        for (String text : texts) {
            set.add().write(ByteBuffer.wrap(text.getBytes()));
        }
        return set;
    }

    private List<Path> inFolder() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.sorted().toList();
        }
    }

    @Test
    void allPartsAppearOrNone() throws IOException {
        Files.writeString(folder.resolve("a.2"), "somebody else's");
        try (StagedSet set = set("a", null, "one", "two", "three")) {
            assertThatThrownBy(() -> set.publish(Existing.KEEP)).isInstanceOf(TargetExists.class);
        }
        assertThat(inFolder()).containsExactly(folder.resolve("a.2"));
        Files.delete(folder.resolve("a.2"));
        try (StagedSet set = set("a", null, "one", "two", "three")) {
            set.force();
            assertThat(set.publish(Existing.KEEP)).hasSize(3);
        }
        assertThat(inFolder()).hasSize(3);
        assertThat(folder.resolve("a")).hasContent("three");
    }

    @Test
    void manyFilesAreNeverExchangedForOthers() throws IOException {
        Files.writeString(folder.resolve("a"), "old");
        try (StagedSet set = set("a", null, "one", "two")) {
            assertThatThrownBy(() -> set.publish(Existing.REPLACE))
                    .isInstanceOf(IllegalArgumentException.class);
        }
        assertThat(folder.resolve("a")).hasContent("old");
    }

    @Test
    void whatReplacesAFileIsForTheSamePeople() throws IOException {
        Path file = Files.writeString(folder.resolve("a"), "old");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r-----"));
        boolean root = "root".equals(System.getProperty("user.name"));
        if (root) {
            Files.setAttribute(file, "unix:uid", 65_534);
            Files.setAttribute(file, "unix:gid", 65_534);
        }
        PosixFileAttributes before = Files.readAttributes(file, PosixFileAttributes.class);
        try (StagedSet set = set("a", null, "new")) {
            assertThat(PosixFilePermissions.toString(permissions(set.temporaries().get(0))))
                    .as("while it is written")
                    .isEqualTo("rw-------");
            set.publish(Existing.REPLACE);
        }
        PosixFileAttributes after = Files.readAttributes(file, PosixFileAttributes.class);
        assertThat(file).hasContent("new");
        assertThat(after.permissions()).isEqualTo(before.permissions());
        assertThat(after.owner()).isEqualTo(before.owner());
        assertThat(after.group()).isEqualTo(before.group());
    }

    private static java.util.Set<java.nio.file.attribute.PosixFilePermission> permissions(Path file)
            throws IOException {
        return Files.getPosixFilePermissions(file);
    }

    /** A folder that is copied elsewhere at once must not see what is not finished. */
    @Test
    void nothingUnfinishedLiesBesideTheTargetIfAnotherPlaceIsGiven() throws IOException {
        Path work = Files.createDirectory(folder.resolve("work"));
        try (StagedSet set = set("a", work, "whole")) {
            assertThat(inFolder()).containsExactly(work);
            assertThat(set.temporaries().get(0).getParent()).isEqualTo(work);
            set.publish(Existing.KEEP);
        }
        assertThat(folder.resolve("a")).hasContent("whole");
        assertThat(work.toFile().list()).isEmpty();
    }

    /** /dev/shm is another file system than the one of the tests, where there is one. */
    @Test
    void aPlaceOnAnotherDeviceIsCopiedFromInTheEnd() throws IOException {
        Path memory = Path.of("/dev/shm");
        Path work = Files.createTempDirectory(Files.isWritable(memory) ? memory : folder, "work");
        try (StagedSet set = set("a", work, "whole")) {
            set.publish(Existing.KEEP);
        }
        assertThat(folder.resolve("a")).hasContent("whole");
        assertThat(work.toFile().list()).isEmpty();
        Files.delete(work);
    }

    @Test
    void besideMeansUnderAFreeName() throws IOException {
        Files.writeString(folder.resolve("a.zip"), "complete");
        try (StagedSet set = set("a.zip", null, "not complete")) {
            assertThat(set.publishBeside()).containsExactly(folder.resolve("a (2).zip"));
        }
        assertThat(folder.resolve("a.zip")).hasContent("complete");
    }

    /** As a sync program that replaces the file in the moment in which it gets its name. */
    @Test
    void marks_ofFileReplacedAfterPublishing_areNotValid() throws IOException {
        try (StagedSet set = set("a", null, "one")) {
            Path name = set.publish(Existing.KEEP).get(0);
            assertThat(set.marks().areStill()).isTrue();
            Files.writeString(folder.resolve("other"), "one");
            Files.setLastModifiedTime(folder.resolve("other"), Files.getLastModifiedTime(name));
            Files.move(folder.resolve("other"), name, StandardCopyOption.REPLACE_EXISTING);
            assertThat(set.marks().areStill()).isFalse();
        }
    }

    private StagedSet named(List<Path> names) throws IOException {
        StagedSet set =
                new StagedSet(
                        Target.of(folder.resolve("a")), (name, count) -> names, Optional.empty());
        for (Path name : names) {
            set.add().write(ByteBuffer.wrap(name.toString().getBytes()));
        }
        return set;
    }

    /** The second name is taken between the look at all names and its turn. */
    @Test
    void publish_whereALaterNameIsTakenMeanwhile_takesTheFirstBack() throws IOException {
        Path name = folder.resolve("a");
        try (StagedSet set = named(List.of(name, name))) {
            assertThatThrownBy(() -> set.publish(Existing.KEEP)).isInstanceOf(TargetExists.class);
        }
        assertThat(inFolder()).isEmpty();
    }

    @Test
    void publish_whereALaterNameHasNoFolder_takesTheFirstBack() throws IOException {
        Path lost = folder.resolve("none/a");
        try (StagedSet set = named(List.of(folder.resolve("a.1"), lost))) {
            assertThatThrownBy(() -> set.publish(Existing.KEEP)).isInstanceOf(IOException.class);
        }
        assertThat(inFolder()).isEmpty();
    }

    @Test
    void publish_whereNothingIs_replacesNothing() throws IOException {
        try (StagedSet set = set("a.zip", null, "new")) {
            assertThat(set.publish(Existing.REPLACE)).containsExactly(folder.resolve("a.zip"));
        }
        assertThat(folder.resolve("a.zip")).hasContent("new");
    }

    @Test
    void add_whereNothingCanBeWritten_namesThePlace() throws IOException {
        try (StagedSet set = set("a.zip", folder.resolve("none"))) {
            assertThatThrownBy(set::add).isInstanceOf(TargetUnusable.class);
        }
    }

    @Test
    void removeLast_leavesTheOthers() throws IOException {
        try (StagedSet set = set("a.zip", null, "one", "two")) {
            set.removeLast();
            set.force();
            set.publish(Existing.KEEP);
        }
        assertThat(inFolder()).containsExactly(folder.resolve("a.zip"));
        assertThat(folder.resolve("a.zip")).hasContent("one");
    }
}
