package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.ReadableFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Evidence that needs no archive to be open. */
class EvidenceTest {
    @TempDir Path dir;

    @Test
    void unopenedArchive_allowsAPlan_butProvesNothing() throws IOException {
        Path archive = Files.writeString(dir.resolve("winter.zip"), "archive");
        ReadableFile file = ReadableFile.now(Files.writeString(dir.resolve("a.csv"), "1;2"), "");
        Evidence unopened = new Unopened(archive);
        assertThat(unopened.archive()).containsExactly(archive);
        assertThat(unopened.stands()).isTrue();
        assertThat(unopened.against(file)).isEmpty();
        assertThat(unopened.compare(file, file.path())).contains(Stays.NOT_PROVED);
        Files.delete(archive);
        assertThat(unopened.stands()).isFalse();
    }

    @Test
    void ownLists_needNoArchive() throws IOException {
        ReadableFile list = ReadableFile.now(Files.writeString(dir.resolve("l.csv"), "1;2"), "");
        Evidence own = new OfOurOwn();
        assertThat(own.archive()).isEmpty();
        assertThat(own.stands()).isTrue();
        assertThat(own.against(list)).isEmpty();
        assertThat(own.compare(list, list.path())).isEmpty();
    }
}
