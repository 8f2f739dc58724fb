package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.staging.StagedFile.Existing;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StagedFileTest {
    @TempDir Path folder;
    private Path target;

    @BeforeEach
    void name() {
        target = folder.resolve("notes.zip");
    }

    private static void write(StagedFile file, String text) throws IOException {
        file.channel().write(ByteBuffer.wrap(text.getBytes()));
    }

    private List<Path> inFolder() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.toList();
        }
    }

    @Test
    void appearsOnlyWhenPublished() throws IOException {
        try (StagedFile file = StagedFile.beside(target)) {
            write(file, "whole");
            assertThat(target).doesNotExist();
            file.force();
            file.publish(Existing.KEEP);
        }
        assertThat(target).hasContent("whole");
        assertThat(inFolder()).containsExactly(target);
    }

    @Test
    void leavesNothingWhenGivenUp() throws IOException {
        try (StagedFile file = StagedFile.beside(target)) {
            write(file, "half");
        }
        assertThat(inFolder()).isEmpty();
    }

    @Test
    void keepsWhatIsThere() throws IOException {
        Files.writeString(target, "old");
        try (StagedFile file = StagedFile.beside(target)) {
            write(file, "new");
            assertThatThrownBy(() -> file.publish(Existing.KEEP))
                    .isInstanceOf(FileAlreadyExistsException.class);
        }
        assertThat(target).hasContent("old");
        assertThat(inFolder()).containsExactly(target);
    }

    @Test
    void replacesWhenAllowed() throws IOException {
        Files.writeString(target, "old");
        try (StagedFile file = StagedFile.beside(target)) {
            write(file, "new");
            file.publish(Existing.REPLACE);
        }
        assertThat(target).hasContent("new");
    }

    @Test
    void privateFileIsReadableForItsOwnerOnly() throws IOException {
        try (StagedFile file = StagedFile.privateBeside(target)) {
            String permissions =
                    PosixFilePermissions.toString(Files.getPosixFilePermissions(file.temporary()));
            assertThat(permissions).isEqualTo("rw-------");
        }
    }

    @Test
    void temporaryNameTellsNothing() throws IOException {
        try (StagedFile file = StagedFile.beside(target)) {
            assertThat(file.temporary().getFileName().toString())
                    .startsWith(StagedFile.PREFIX)
                    .endsWith(StagedFile.SUFFIX)
                    .doesNotContain("notes");
            assertThat(file.temporary().getParent()).isEqualTo(folder);
        }
    }
}
