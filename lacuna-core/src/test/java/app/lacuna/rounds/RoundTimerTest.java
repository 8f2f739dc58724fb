package app.lacuna.rounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Held against systemd.timer(5), systemd.service(5), systemd.unit(5) and crontab(5). */
class RoundTimerTest {
    @TempDir Path folder;

    private static Round round(String name, Optional<Backup> backup) {
        return new Round(
                name,
                List.of(Path.of("/dig")),
                List.of(),
                false,
                Path.of("/backup"),
                "evening.zip",
                Protection.AES_256,
                Names.HIDDEN,
                Method.ZSTD,
                Optional.empty(),
                backup);
    }

    private static RoundTimer timer(String name) {
        return new RoundTimer(
                round(name, Optional.of(Backup.usual())), Path.of("/home/rieke/key"), 7);
    }

    @ParameterizedTest
    @ValueSource(ints = {-1, 24})
    void hour_outOfADay_isRefused(int hour) {
        Round round = round("Evening copy", Optional.of(Backup.usual()));
        assertThatThrownBy(() -> new RoundTimer(round, Path.of("/key"), hour))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 23})
    void hour_ofADay_isTaken(int hour) {
        Round round = round("Evening copy", Optional.of(Backup.usual()));
        assertThat(new RoundTimer(round, Path.of("/key"), hour).timer())
                .contains("OnCalendar=*-*-* %02d:00:00".formatted(hour));
    }

    @Test
    void roundWithoutGenerations_doesNotRunByItself() {
        Round round = round("Evening copy", Optional.empty());
        assertThatThrownBy(() -> new RoundTimer(round, Path.of("/key"), 7))
                .isInstanceOf(IllegalArgumentException.class);
    }

    /** crontab(5): a per cent sign ends the command unless a backslash stands before it. */
    @Test
    void cron_quotesTheNameForTheShell() {
        assertThat(timer("Rieke's 100%").cron())
                .isEqualTo(
                        "0 7 * * * lacuna round run 'Rieke'\\''s 100\\%' --if-due"
                                + " --password-from 'file:/home/rieke/key'");
    }

    /** systemd.service(5), "Command lines": "$$" stands for a dollar sign, "%%" for a per cent. */
    @Test
    void service_spellsWhatSystemdWouldReplace() {
        assertThat(timer("50% \"$HOME\" \\").service())
                .contains("ExecStart=lacuna round run \"50%% \\\"$$HOME\\\" \\\\\" --if-due");
    }

    @Test
    void unitName_hasPlainLettersOnly() {
        assertThat(timer("Evening copy / 2").unitName()).isEqualTo("lacuna-evening-copy-2");
    }

    @Test
    void write_makesBothFiles() throws IOException {
        timer("Evening copy").write(folder.resolve("units"));
        assertThat(folder.resolve("units/lacuna-evening-copy.service")).exists();
        assertThat(folder.resolve("units/lacuna-evening-copy.timer")).content().contains("07:00");
    }

    @ParameterizedTest
    @ValueSource(strings = {"service", "timer"})
    void write_whereOneIsThere_writesNone(String ending) throws IOException {
        Path there = Files.writeString(folder.resolve("lacuna-evening-copy." + ending), "own");
        assertThatThrownBy(() -> timer("Evening copy").write(folder))
                .isInstanceOf(FileAlreadyExistsException.class);
        assertThat(there).hasContent("own");
        try (var files = Files.list(folder)) {
            assertThat(files).hasSize(1);
        }
    }
}
