package app.lacuna.desktop.parts.receipt;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.support.Packed;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CopyModelTest {
    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(2);
    private Path archive;
    private Path stick;
    private CopyModel model;

    @BeforeEach
    void pack() throws IOException {
        archive = Packed.notes(folder, Protection.NONE, Names.VISIBLE);
        stick = Files.createDirectory(folder.resolve("stick"));
        model = new CopyModel(script.life(), List.of(archive));
    }

    private void copyTo(Path target) {
        model.copyTo(target);
        script.settle();
    }

    @Test
    void copyTo_hasTheSameBytes() {
        copyTo(stick);
        assertThat(model.failure().get()).isEmpty();
        assertThat(model.made().get().orElseThrow().files())
                .containsExactly(stick.resolve("notes.zip"));
        assertThat(stick.resolve("notes.zip")).hasSameBinaryContentAs(archive);
    }

    @Test
    void copyTo_whereTheNameIsTaken_leavesThatAsItIs() throws IOException {
        Path other = Files.writeString(stick.resolve("notes.zip"), "another");
        copyTo(stick);
        assertThat(model.failure().get()).isPresent();
        assertThat(model.made().get()).isEmpty();
        assertThat(other).hasContent("another");
    }

    @Test
    void copyTo_afterAFailure_forgetsIt() throws IOException {
        Path other = Files.writeString(stick.resolve("notes.zip"), "another");
        copyTo(stick);
        Files.delete(other);
        copyTo(stick);
        assertThat(model.failure().get()).isEmpty();
        assertThat(model.made().get()).isPresent();
    }
}
