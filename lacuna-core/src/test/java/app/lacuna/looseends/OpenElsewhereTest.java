package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

@EnabledOnOs(OS.LINUX)
class OpenElsewhereTest {
    @TempDir Path dir;

    @Test
    @SuppressWarnings("try") // it is enough that they are open
    void toWrite_namesFilesOpenForWriting_inThisFolderOnly() throws IOException {
        Path folder = Files.createDirectory(dir.toRealPath().resolve("season"));
        Path read = Files.writeString(folder.resolve("read.csv"), "1;2");
        Path written = Files.writeString(folder.resolve("written.csv"), "1;2");
        Path both = Files.writeString(folder.resolve("both.csv"), "1;2");
        Path outside = Files.writeString(dir.resolve("outside.csv"), "1;2");
        try (InputStream in = Files.newInputStream(read);
                OutputStream out = Files.newOutputStream(written, StandardOpenOption.APPEND);
                OutputStream away = Files.newOutputStream(outside, StandardOpenOption.APPEND);
                FileChannel channel =
                        FileChannel.open(both, StandardOpenOption.READ, StandardOpenOption.WRITE)) {
            assertThat(OpenElsewhere.toWrite(folder)).containsExactlyInAnyOrder(written, both);
        }
        assertThat(OpenElsewhere.toWrite(folder)).isEmpty();
    }
}
