package app.lacuna.rounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.opener.OpenerKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoundStoreTest {
    private static final RecentForm FORM =
            new RecentForm(Protection.AES_128, Names.VISIBLE, Method.XZ);

    @TempDir Path folder;
    private RoundStore store;

    @BeforeEach
    void make() {
        store = new RoundStore(folder.resolve("state"));
    }

    private static Round round(String name, String... roots) {
        return new Round(
                name,
                List.of(roots).stream().map(Path::of).toList(),
                List.of("*.bak", "old drafts"),
                true,
                Path.of("/backup/Grübchen"),
                "evening-{date}.zip",
                Protection.AES_256,
                Names.HIDDEN,
                Method.ZSTD,
                name.startsWith("To") ? Optional.of(OpenerKind.INSIDE) : Optional.empty());
    }

    @Test
    void roundsComeBackAsTheyWere() throws IOException {
        assertThat(store.rounds()).isEmpty();
        Round evening = round("Evening copy", "/dig/photographs", "/dig/発掘=a b\n.txt");
        Round season = round("To the finds specialist", "/dig");
        store.save(evening);
        store.save(season);
        assertThat(new RoundStore(folder.resolve("state")).rounds())
                .containsExactly(evening, season);
        Round changed = round("Evening copy", "/dig/survey");
        store.save(changed);
        assertThat(store.rounds()).containsExactly(changed, season);
        store.remove("Evening copy");
        assertThat(store.rounds()).containsExactly(season);
    }

    @Test
    void nameCarriesTheDate() {
        assertThat(round("x").archiveNameOn(LocalDate.of(2026, 11, 24)))
                .isEqualTo("evening-2026-11-24.zip");
        assertThatThrownBy(() -> round(" ")).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void recentFoldersAreTheLastOnesOnce() throws IOException {
        store.save(round("Evening copy"));
        for (int i = 0; i < 9; i++) {
            store.used(Path.of("/backup/" + i), FORM);
        }
        store.used(Path.of("/backup/5"), FORM);
        assertThat(store.recentFolders())
                .hasSize(6)
                .startsWith(Path.of("/backup/5"), Path.of("/backup/8"), Path.of("/backup/7"))
                .doesNotHaveDuplicates();
        assertThat(store.rounds()).hasSize(1);
        store.save(round("To the finds specialist"));
        assertThat(store.recentForm()).contains(FORM);
    }

    @Test
    void nobodyElseCanReadIt() throws IOException {
        store.used(Path.of("/backup"), FORM);
        Path file = folder.resolve("state/rounds.json");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
    }

    @Test
    void whatAnotherVersionHasWrittenStays() throws IOException {
        store.save(round("Evening copy"));
        Path file = folder.resolve("state/rounds.json");
        Files.writeString(
                file,
                Files.readString(file)
                        .replace("AES_256", "AES_257")
                        .replace("\"version\" : 1", "\"version\" : 7, \"moon\" : \"full\""));
        assertThat(store.rounds()).as("not understood").isEmpty();
        store.save(round("To the finds specialist"));
        store.used(Path.of("/backup"), FORM);
        assertThat(store.rounds())
                .extracting(Round::name)
                .containsExactly("To the finds specialist");
        assertThat(Files.readString(file))
                .contains("AES_257", "Evening copy", "\"moon\"", "\"version\" : 7");
    }

    @Test
    void twoStoresDoNotLoseEachOthersRounds() throws Exception {
        RoundStore other = new RoundStore(folder.resolve("state"));
        List<Thread> threads = new java.util.ArrayList<>();
        for (int i = 0; i < 20; i++) {
            Round round = round("Round " + i);
            RoundStore own = i % 2 == 0 ? store : other;
            threads.add(new Thread(() -> save(own, round)));
        }
        threads.forEach(Thread::start);
        for (Thread thread : threads) {
            thread.join();
        }
        assertThat(store.rounds()).hasSize(20);
    }

    private static void save(RoundStore store, Round round) {
        try {
            store.save(round);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void damagedFileIsPutAside() throws IOException {
        store.save(round("Evening copy"));
        Path file = folder.resolve("state/rounds.json");
        Files.writeString(file, "{\"rounds\": [ ours");
        assertThat(store.rounds()).isEmpty();
        store.save(round("To the finds specialist"));
        assertThat(store.rounds()).hasSize(1);
        assertThat(folder.resolve("state/rounds.json.damaged-1")).hasContent("{\"rounds\": [ ours");
    }

    @Test
    void generationsComeBackAsTheyWere() throws IOException {
        Round plain = round("Evening copy", "/dig");
        Backup weekly = Backup.usual().asBegun().every(Optional.of(Duration.ofDays(7)));
        Round backup = plain.with(weekly);
        store.save(backup);
        assertThat(store.rounds()).containsExactly(backup);
        store.change("Evening copy", there -> plain);
        assertThat(store.rounds()).containsExactly(plain);
    }

    @Test
    void changeAndRemove_ofOneThatIsNotThere_changeNothing() throws IOException {
        Round evening = round("Evening copy", "/dig");
        store.save(evening);
        store.change("Season", there -> round("Season", "/other"));
        store.remove("Season");
        assertThat(store.rounds()).containsExactly(evening);
    }

    @Test
    void rules_leaveJunkOutOnlyIfThatIsWanted() {
        Round with = round("Evening copy", "/dig");
        Round without = with.leavingOut(with.patterns(), false);
        assertThat(without.rules().patterns()).hasSize(2);
        assertThat(with.rules().patterns()).hasSizeGreaterThan(2);
    }

    @Test
    void generations_lieInAFolderOfThePlainName() {
        Round evening = round("Evening copy", "/dig");
        assertThat(evening.generations()).isEqualTo(Path.of("/backup/Gr\u00fcbchen/evening"));
        Round unnamed =
                new Round(
                        "x",
                        evening.roots(),
                        List.of(),
                        false,
                        evening.folder(),
                        "{date}.zip",
                        evening.protection(),
                        evening.names(),
                        evening.method(),
                        Optional.empty());
        assertThat(unnamed.generations()).isEqualTo(evening.folder().resolve("copies"));
    }
}
