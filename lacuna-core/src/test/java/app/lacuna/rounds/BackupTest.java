package app.lacuna.rounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.generations.Keep;
import app.lacuna.password.GuessCost;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class BackupTest {
    private static Backup withId(String id) {
        Backup usual = Backup.usual();
        return new Backup(id, usual.form(), usual.level(), Keep.USUAL, false, Optional.empty());
    }

    @ParameterizedTest
    @ValueSource(strings = {"", " ", "a b", "a\u007f", "gr\u00fcn", "a\n"})
    void id_ofOtherLetters_isRefused(String id) {
        assertThatThrownBy(() -> withId(id)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void id_ofPlainLetters_isTaken() {
        assertThat(withId("!~aZ-9").id()).isEqualTo("!~aZ-9");
        assertThat(Backup.usual().id()).isNotEqualTo(Backup.usual().id());
    }

    @ParameterizedTest
    @CsvSource({"ZIP, AES_ENTRY", "BACKUP, ARGON2", "BACKUP_FOR_OLDER_TOOLS, OPENPGP_ITERATED"})
    void guessCost_isThatOfTheForm(Form form, GuessCost cost) {
        assertThat(Backup.usual().in(form).guessCost()).isEqualTo(cost);
    }

    @ParameterizedTest
    @EnumSource(Form.class)
    void options_hideNamesInEveryForm(Form form) {
        PackOptions options = Backup.usual().in(form).options();
        assertThat(options.form()).isEqualTo(form);
        assertThat(options.names()).isEqualTo(Names.HIDDEN);
        assertThat(options.protection()).isEqualTo(Protection.AES_256);
        assertThat(options.method()).isEqualTo(form.isBackup() ? Method.ZSTD : Method.DEFLATE);
        assertThat(Backup.usual().in(form).ending().endsWith(".zip")).isEqualTo(!form.isBackup());
    }

    @Test
    void dueAt_isTheSpanAfterTheLastRun() {
        Instant last = Instant.parse("2026-03-02T18:00:00Z");
        Backup weekly = Backup.usual().every(Optional.of(Duration.ofDays(7)));
        assertThat(weekly.dueAt(Optional.of(last))).contains(last.plus(Duration.ofDays(7)));
        assertThat(weekly.dueAt(Optional.empty())).as("never run").contains(Instant.EPOCH);
        assertThat(Backup.usual().dueAt(Optional.of(last))).as("by hand").isEmpty();
    }

    @Test
    void elsewhere_beginsAnew() {
        Backup begun = Backup.usual().asBegun();
        assertThat(begun.begun()).isTrue();
        assertThat(begun.elsewhere().begun()).isFalse();
        assertThat(begun.elsewhere().id()).isEqualTo(begun.id());
        Keep few = new Keep(1, 0, 0, 0);
        assertThat(begun.keeping(few).keep()).isEqualTo(few);
    }
}
