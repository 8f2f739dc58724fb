package app.lacuna.desktop.parts.proving;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.proving.ProvingModel.Form;
import app.lacuna.desktop.support.Packed;
import app.lacuna.verify.Verdict;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

class ProvingModelTest {
    private static final Instant NOW = Instant.parse("2026-03-09T10:00:00Z");

    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(4);
    private OpenedArchive archive;
    private ProvingModel model;

    @BeforeEach
    void open() throws IOException {
        archive = Packed.open(Packed.notes(folder, Protection.AES_256, Names.VISIBLE));
        model = new ProvingModel(script.life(), archive, Clock.fixed(NOW, ZoneOffset.UTC));
    }

    @AfterEach
    void close() throws IOException {
        archive.close();
    }

    private ProvingModel.Proved proved() {
        model.prove();
        script.settle();
        assertThat(model.failure().get()).isEmpty();
        return model.proved().get().orElseThrow();
    }

    private Path saved(Form form) {
        Path target = folder.resolve("report." + form);
        model.save(form, target);
        script.settle();
        assertThat(model.failure().get()).isEmpty();
        assertThat(model.saved().get()).contains(target);
        return target;
    }

    @Test
    void prove_comparesWithTheOriginalsThatAreThere() {
        ProvingModel.Proved proved = proved();
        assertThat(proved.originals()).isTrue();
        assertThat(proved.when()).isEqualTo(NOW);
        assertThat(proved.good()).isEqualTo(Verdict.IDENTICAL);
        assertThat(proved.report().count(Verdict.IDENTICAL)).isEqualTo(3);
        assertThat(ProvingModel.sentence(proved)).contains("3");
    }

    @Test
    void prove_afterAnOriginalWasChanged_saysSo() throws IOException {
        Files.writeString(folder.resolve("dig/a.txt"), "later and longer");
        ProvingModel.Proved proved = proved();
        assertThat(proved.report().archiveIsWhole()).isTrue();
        assertThat(proved.report().count(Verdict.ORIGINAL_CHANGED)).isEqualTo(1);
    }

    @Test
    void save_asText_hasALineForEachEntry() {
        proved();
        assertThat(saved(Form.TEXT))
                .content()
                .contains("notes.zip", "dig/a.txt", "dig/b.txt")
                .contains(ProvingModel.sentence(model.proved().get().orElseThrow()));
    }

    @Test
    void save_asJson_hasTheTimeAndTheEntries() {
        proved();
        assertThat(saved(Form.JSON)).content().contains("2026-03-09T10:00:00Z", "dig/a.txt");
    }

    /** FIPS 180-4, SHA-256: the digest of "first", worked out with sha256sum of GNU coreutils. */
    @Test
    void save_ofDigests_isInTheUsualSyntax() {
        proved();
        assertThat(saved(Form.DIGESTS))
                .content()
                .contains(
                        "a7937b64b8caa58f03721bb6bacf5c78cb235febe0e70b1b84cd99541461a08e"
                                + "  dig/a.txt");
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void save_isReadableForItsOwnerOnly() throws IOException {
        proved();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(saved(Form.TEXT))))
                .isEqualTo("rw-------");
    }

    @Test
    void save_whereNothingCanBeWritten_saysWhy() {
        proved();
        model.save(Form.TEXT, folder.resolve("none/report.txt"));
        script.settle();
        assertThat(model.saved().get()).isEmpty();
        assertThat(model.failure().get()).isPresent();
    }
}
