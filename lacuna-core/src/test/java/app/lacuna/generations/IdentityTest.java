package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.selection.DetailsReader;
import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class IdentityTest {
    @TempDir Path dir;

    @Test
    void of_sameFileUnderTwoNames_hasOneKey_andIsShared() throws IOException {
        Path file = Files.writeString(dir.resolve("a"), "1");
        assertThat(Identity.of(file).shared()).isFalse();
        Path other = Files.createLink(dir.resolve("b"), file);
        assertThat(Identity.of(other)).isEqualTo(Identity.of(file));
        assertThat(Identity.of(other).shared()).isTrue();
        assertThat(Identity.device(Identity.of(file).key()))
                .isEqualTo(Files.getAttribute(file, "unix:dev").toString());
    }

    @Test
    void of_missingFile_andOnSystemsWithoutNumbers_isUnknown() throws IOException {
        Identity unknown = new Identity("", "", false);
        assertThat(Identity.of(dir.resolve("missing"))).isEqualTo(unknown);
        assertThat(Identity.device("")).isEmpty();
        try (FileSystem windows = Jimfs.newFileSystem(Configuration.windows())) {
            Path file = Files.writeString(windows.getPath("C:\\a"), "1");
            assertThat(Identity.of(file)).isEqualTo(unknown);
        }
    }

    @Test
    void details_differIfTheModeOrAnAttributeDiffers() throws IOException {
        Path file = Files.writeString(dir.resolve("a"), "1");
        DetailsReader reader = new DetailsReader();
        String before = Identity.details(file, reader);
        assertThat(before).hasSize(16);
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("r--------"));
        assertThat(Identity.details(file, reader)).isNotEqualTo(before);
        assertThat(Identity.details(dir.resolve("missing"), reader)).isEmpty();
    }

    @Test
    void stamp_isStillValid_untilSizeOrTimeDiffers() throws IOException {
        Path file = Files.writeString(dir.resolve("a"), "1");
        FileStamp stamp = FileStamp.of(file);
        assertThat(stamp.isStill(file)).isTrue();
        Files.setLastModifiedTime(file, FileTime.from(Instant.parse("2026-01-01T00:00:00Z")));
        assertThat(stamp.isStill(file)).isFalse();
        Files.delete(file);
        assertThat(stamp.isStill(file)).isFalse();
    }
}
