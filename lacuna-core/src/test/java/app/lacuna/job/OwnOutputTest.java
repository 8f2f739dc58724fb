package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.zip.TestTrees;
import app.lacuna.clearing.Register;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.LeftOut.Reason;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OwnOutputTest {
    @TempDir Path folder;
    private Path dig;

    @BeforeEach
    void make() throws IOException {
        dig = Files.createDirectory(folder.resolve("dig"));
    }

    @Test
    void leaveOut_archiveAndItsTemporaryFiles_givesAReason() throws IOException {
        Files.writeString(dig.resolve("a.txt"), "a");
        Path archive = Files.writeString(dig.resolve("notes.zip"), "old");
        Path others = Files.writeString(dig.resolve(".lacuna-12-ab.part"), "of another process");
        String name = Register.PREFIX + Register.token() + "-ab.part";
        Path working = Files.writeString(dig.resolve(name), "half");
        FileSelection selection = OwnOutput.leaveOut(TestTrees.scan(dig), archive);
        assertThat(selection.items())
                .extracting(FileItem::path)
                .containsExactly("dig", "dig/" + others.getFileName(), "dig/a.txt");
        assertThat(selection.leftOut())
                .containsExactlyInAnyOrder(
                        new LeftOut(archive, Reason.OUTPUT_ITSELF),
                        new LeftOut(working, Reason.OUTPUT_ITSELF));
    }

    @Test
    void leaveOut_archiveBehindALink_isRecognised() throws IOException {
        Files.writeString(dig.resolve("notes.zip"), "old");
        Path way = Files.createSymbolicLink(folder.resolve("way"), dig);
        FileSelection selection = OwnOutput.leaveOut(TestTrees.scan(dig), way.resolve("notes.zip"));
        assertThat(selection.items()).extracting(FileItem::path).containsExactly("dig");
    }
}
