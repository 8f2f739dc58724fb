package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.error.ReadOnlyTarget;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TargetTest {
    @TempDir Path folder;

    @Test
    void dotsBehindALinkMeanWhatTheFileSystemSays() throws IOException {
        Path elsewhere = Files.createDirectories(folder.resolve("far/away"));
        Path link = Files.createSymbolicLink(folder.resolve("l"), elsewhere);
        assertThat(Target.of(link.resolve("../o.zip")).path())
                .isEqualTo(folder.resolve("far/o.zip"));
    }

    @Test
    void aLinkLeadsToTheFileThatIsMeant() throws IOException {
        Path file = Files.writeString(folder.resolve("old.zip"), "old");
        Path link = Files.createSymbolicLink(folder.resolve("latest.zip"), file);
        assertThat(Target.of(link).path()).isEqualTo(file);
        Path nowhere = Files.createSymbolicLink(folder.resolve("x.zip"), folder.resolve("gone"));
        assertThatThrownBy(() -> Target.of(nowhere)).isInstanceOf(TargetUnusable.class);
    }

    @Test
    void devicesPipesAndFoldersAreNeverReplaced() throws Exception {
        Path pipe = folder.resolve("pipe");
        assertThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor()).isZero();
        for (Path place : new Path[] {pipe, Path.of("/dev/null"), folder}) {
            assertThatThrownBy(() -> Target.of(place)).isInstanceOf(TargetUnusable.class);
        }
    }

    @Test
    void namesThatNoFileHasAreRefusedBeforeAnythingIsWritten() {
        assertThatThrownBy(() -> Target.of(folder.resolve("n".repeat(300))))
                .isInstanceOf(TargetUnusable.class);
        assertThatThrownBy(() -> Target.of(folder.resolve("..")))
                .isInstanceOf(TargetUnusable.class);
        assertThatThrownBy(() -> Target.of(folder.resolve("no/such/a.zip")))
                .isInstanceOf(TargetUnusable.class);
    }

    @Test
    void whatIsThereGoesOnlyWhenThatWasAgreed() throws IOException {
        Path file = Files.writeString(folder.resolve("a.zip"), "old");
        assertThatThrownBy(() -> Target.of(file).requireUsable(Existing.KEEP))
                .isInstanceOf(TargetExists.class);
        Target.of(file).requireUsable(Existing.REPLACE);
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("r--r-----"));
        assertThatThrownBy(() -> Target.of(file).requireUsable(Existing.REPLACE))
                .isInstanceOf(ReadOnlyTarget.class);
        Target.of(file).requireUsable(Existing.REPLACE_EVEN_READ_ONLY);
    }

    @Test
    void aFreeNameBesideKeepsTheEnding() throws IOException {
        Path file = Files.writeString(folder.resolve("a.tar.zip"), "old");
        Files.writeString(folder.resolve("a.tar (2).zip"), "older");
        assertThat(Target.of(file).freeBeside()).isEqualTo(folder.resolve("a.tar (3).zip"));
    }
}
