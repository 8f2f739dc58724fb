package app.lacuna.extract;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

class DurableFilesTest {
    @TempDir Path dir;

    private final DurableFiles durable = new DurableFiles();

    @AfterEach
    void close() {
        durable.close();
    }

    @Test
    void aFileThatWasDeletedMeanwhile_isSkipped() throws IOException {
        durable.add(dir.resolve("gone.txt"), 1);
        assertThatCode(durable::finish).doesNotThrowAnyException();
    }

    @Test
    void aReadOnlyFile_isForced() throws IOException {
        Path file = Files.writeString(dir.resolve("find.txt"), "hearth");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("r--r--r--"));
        durable.add(file, 6);
        durable.finish();
        assertThat(file).hasContent("hearth");
    }

    @Test
    @Timeout(60)
    void aPipeUnderTheName_isNotWaitedFor() throws Exception {
        Path pipe = dir.resolve("pipe");
        assumeTrue(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor() == 0);
        durable.add(pipe, 1);
        assertThatCode(durable::finish).doesNotThrowAnyException();
    }

    @Test
    void moreBytesThanMayBePending_areAccepted() throws IOException {
        for (int i = 0; i < 4; i++) {
            durable.add(Files.writeString(dir.resolve("f" + i), "x"), 40L << 20);
        }
        assertThatCode(durable::finish).doesNotThrowAnyException();
    }
}
