package app.lacuna.desktop.parts.changing;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.password.TakenPassword;
import app.lacuna.desktop.support.Packed;
import app.lacuna.job.RelockRequest;
import app.lacuna.job.RewriteTarget;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RelockModelTest {
    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(3);
    private Path archive;
    private RelockModel model;

    @BeforeEach
    void make() {
        archive = folder.resolve("notes.zip");
        model = new RelockModel(script.life(), archive);
    }

    private void begin(Protection protection, Names names) throws IOException {
        Packed.notes(folder, protection, names);
        try (OpenedArchive opened = Packed.open(archive)) {
            model.begin(opened.listing());
        }
        script.settle();
    }

    private void type(String first, String second) {
        model.password().typed().first().set(first);
        model.password().typed().second().set(second);
        script.settle();
    }

    private RelockRequest request() {
        return model.request(new RewriteTarget(archive, archive));
    }

    @Test
    void begin_isHowTheArchiveIs() throws IOException {
        begin(Protection.AES_128, Names.HIDDEN);
        assertThat(model.protection().get()).isEqualTo(Protection.AES_128);
        assertThat(model.names().get()).isEqualTo(Names.HIDDEN);
        assertThat(model.hadPassword()).isTrue();
        assertThat(model.hint().get()).isEmpty();
    }

    @Test
    void begin_withoutProtection_isTheUsualOne() throws IOException {
        begin(Protection.NONE, Names.VISIBLE);
        assertThat(model.protection().get()).isEqualTo(Protection.AES_256);
        assertThat(model.hadPassword()).isFalse();
    }

    @Test
    void ready_whenBothPasswordsAgree() throws IOException {
        begin(Protection.AES_256, Names.VISIBLE);
        assertThat(model.ready().get()).isFalse();
        type("seven dunes by night", "seven dunes by");
        assertThat(model.ready().get()).isFalse();
        type("seven dunes by night", "seven dunes by night");
        assertThat(model.ready().get()).isTrue();
        try (Secret taken = model.taken(Optional.empty()).map(TakenPassword::secret).orElseThrow();
                Secret wanted = Secret.takeOver("seven dunes by night".toCharArray())) {
            assertThat(taken.sameAs(wanted)).isTrue();
        }
    }

    @Test
    void samePassword_needsNoNewOne() throws IOException {
        begin(Protection.AES_256, Names.VISIBLE);
        model.samePassword().set(true);
        assertThat(model.ready().get()).isTrue();
        try (Secret before = Packed.hut();
                Secret taken =
                        model.taken(Optional.of(before)).map(TakenPassword::secret).orElseThrow()) {
            assertThat(taken.sameAs(before)).isTrue();
        }
    }

    @Test
    void withoutProtection_noPasswordIsTaken_andNamesAreVisible() throws IOException {
        begin(Protection.AES_256, Names.HIDDEN);
        model.protection().set(Protection.NONE);
        assertThat(model.ready().get()).isTrue();
        assertThat(model.names().get()).isEqualTo(Names.VISIBLE);
        assertThat(model.taken(Optional.of(Packed.hut()))).isEmpty();
    }

    @Test
    void hint_thatHoldsThePassword_isNotTaken() throws IOException {
        begin(Protection.AES_256, Names.VISIBLE);
        type("seven dunes by night", "seven dunes by night");
        model.hint().set("It is seven dunes by night");
        assertThat(model.hintGivesAway().get()).isTrue();
        assertThat(model.ready().get()).isFalse();
        model.hint().set("Where we walked");
        assertThat(model.hintGivesAway().get()).isFalse();
        assertThat(model.ready().get()).isTrue();
        assertThat(request().toString()).contains("Where we walked");
    }

    @Test
    void hint_thatIsTooLong_isNotTaken() throws IOException {
        begin(Protection.AES_256, Names.VISIBLE);
        model.samePassword().set(true);
        model.hint().set("x".repeat(70_000));
        assertThat(model.ready().get()).isFalse();
    }

    @Test
    void clear_forgetsWhatWasTyped() throws IOException {
        begin(Protection.AES_256, Names.VISIBLE);
        type("seven dunes by night", "seven dunes by night");
        model.clear();
        assertThat(model.password().typed().first().get()).isEmpty();
        assertThat(model.ready().get()).isFalse();
    }
}
