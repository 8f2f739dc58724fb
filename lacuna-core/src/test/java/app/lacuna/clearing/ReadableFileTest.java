package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.ReadableFile.Sort;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ReadableFileTest {
    @TempDir Path folder;

    @Test
    void aFolder_looksLikeEveryFolder_andLikeNothingElse() throws IOException {
        ReadableFile before = ReadableFile.now(folder, "");
        ReadableFile file = ReadableFile.now(Files.writeString(folder.resolve("a"), "1"), "a");
        ReadableFile other = ReadableFile.now(Files.createDirectory(folder.resolve("b")), "b");
        for (ReadableFile one : new ReadableFile[] {before, before.as(Sort.TREE)}) {
            assertThat(one.looksLike(other)).isTrue();
            assertThat(one.looksLike(file)).isFalse();
        }
        assertThat(file.looksLike(before)).isFalse();
    }

    @Test
    void aFile_looksLikeOneOfItsSortSizeAndTime() throws IOException {
        Path path = Files.writeString(folder.resolve("a"), "1");
        Files.setLastModifiedTime(path, FileTime.from(Instant.EPOCH));
        ReadableFile file = ReadableFile.now(path, "a");
        assertThat(file.looksLike(ReadableFile.now(path, "other/entry"))).isTrue();
        Files.setLastModifiedTime(path, FileTime.from(Instant.EPOCH.plusSeconds(1)));
        assertThat(file.looksLike(ReadableFile.now(path, "a"))).isFalse();
        Files.writeString(path, "12");
        Files.setLastModifiedTime(path, FileTime.from(Instant.EPOCH));
        assertThat(file.looksLike(ReadableFile.now(path, "a"))).isFalse();
    }
}
