package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.clearing.Register;
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
        try (StagedFile file = StagedFile.in(folder)) {
            write(file, "whole");
            assertThat(target).doesNotExist();
            file.force();
            file.publishAs(target, Existing.KEEP);
        }
        assertThat(target).hasContent("whole");
        assertThat(inFolder()).containsExactly(target);
    }

    @Test
    void leavesNothingWhenGivenUp() throws IOException {
        try (StagedFile file = StagedFile.in(folder)) {
            write(file, "half");
        }
        assertThat(inFolder()).isEmpty();
    }

    @Test
    void keepsWhatIsThere() throws IOException {
        Files.writeString(target, "old");
        try (StagedFile file = StagedFile.in(folder)) {
            write(file, "new");
            assertThatThrownBy(() -> file.publishAs(target, Existing.KEEP))
                    .isInstanceOf(FileAlreadyExistsException.class);
        }
        assertThat(target).hasContent("old");
        assertThat(inFolder()).containsExactly(target);
    }

    @Test
    void replacesWhenAllowed() throws IOException {
        Files.writeString(target, "old");
        try (StagedFile file = StagedFile.in(folder)) {
            write(file, "new");
            file.publishAs(target, Existing.REPLACE);
        }
        assertThat(target).hasContent("new");
    }

    @Test
    void privateFileIsReadableForItsOwnerOnly() throws IOException {
        try (StagedFile file = StagedFile.privateIn(folder)) {
            String permissions =
                    PosixFilePermissions.toString(Files.getPosixFilePermissions(file.temporary()));
            assertThat(permissions).isEqualTo("rw-------");
        }
    }

    @Test
    void temporaryNameTellsNothing() throws IOException {
        try (StagedFile file = StagedFile.in(folder)) {
            assertThat(file.temporary().getFileName().toString())
                    .startsWith(Register.PREFIX)
                    .endsWith(Register.TEMPORARY_FILE)
                    .doesNotContain("notes");
            assertThat(file.temporary().getParent()).isEqualTo(folder);
        }
    }

    @Test
    void isOwnTemporary_onlyOfThisProcess() throws IOException {
        try (StagedFile file = StagedFile.in(folder)) {
            String own = file.temporary().getFileName().toString();
            assertThat(StagedFile.isOwnTemporary(own)).isTrue();
            assertThat(StagedFile.isOwnTemporary(own + "x")).isFalse();
            assertThat(StagedFile.isOwnTemporary("x" + own)).isFalse();
        }
    }

    @Test
    void close_afterPublishing_leavesTheFile() throws IOException {
        Path own = folder.resolve("own.zip");
        try (StagedFile file = StagedFile.in(folder)) {
            file.force();
            file.publishAs(own, Existing.REPLACE);
        }
        assertThat(own).exists();
    }
}
