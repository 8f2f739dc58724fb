package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Progress;
import app.lacuna.common.Secret;
import app.lacuna.error.DamagedArchive;
import app.lacuna.password.Slip;
import app.lacuna.password.Variant;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.Mockito;

class VariantSearchTest {
    @TempDir Path folder;
    private final List<Progress> told = new ArrayList<>();

    private Optional<Slip> search(ArchiveReader reader, String typed, CancelToken cancel)
            throws IOException {
        return found(reader, typed, cancel, opened -> {});
    }

    private interface Look {
        void at(OpenedArchive opened) throws IOException;
    }

    private Optional<Slip> found(ArchiveReader reader, String typed, CancelToken cancel, Look look)
            throws IOException {
        try (Secret secret = TestTrees.secret(typed)) {
            Optional<VariantSearch.Found> found =
                    new VariantSearch(reader, told::add, cancel).run(secret);
            if (found.isEmpty()) {
                return Optional.empty();
            }
            try (Variant variant = found.get().variant();
                    OpenedArchive opened = found.get().opened()) {
                look.at(opened);
                return Optional.of(variant.slip());
            }
        }
    }

    private Path pack(Protection protection, Names names) throws IOException {
        Path archive = folder.resolve("a.zip");
        PackOptions options = PackOptions.STANDARD.withProtection(protection).withNames(names);
        Jobs.pack(archive, options, "Second hut", TestTrees.dig(folder));
        return archive;
    }

    @ParameterizedTest
    @CsvSource({
        "AES_256, VISIBLE",
        "AES_128, HIDDEN",
        "TRADITIONAL, VISIBLE",
    })
    void namesTheSlipAndLeavesTheArchiveUnlocked(Protection protection, Names names)
            throws IOException {
        try (ArchiveReader reader = Archives.open(pack(protection, names))) {
            assertThat(found(reader, "sECOND HUT", CancelToken.never(), this::readLevels))
                    .contains(Slip.CAPS_LOCK);
        }
    }

    private void readLevels(OpenedArchive opened) throws IOException {
        var entry =
                opened.listing().entries().stream()
                        .filter(each -> each.path().endsWith("levels.csv"))
                        .findFirst()
                        .orElseThrow();
        try (InputStream in = opened.open(entry)) {
            assertThat(in.readAllBytes()).isNotEmpty();
        }
    }

    @Test
    void whatIsFarFromThePasswordOpensNothing() throws IOException {
        try (ArchiveReader reader = Archives.open(pack(Protection.AES_256, Names.VISIBLE))) {
            assertThat(search(reader, "first house", CancelToken.never())).isEmpty();
            assertThat(told.get(told.size() - 1).fraction()).isEqualTo(1);
        }
    }

    @Test
    void canBeCancelled() throws IOException {
        CancelSource cancel = new CancelSource();
        cancel.cancel();
        try (ArchiveReader reader = Archives.open(pack(Protection.AES_256, Names.VISIBLE))) {
            assertThatThrownBy(() -> search(reader, "Second hut!", cancel))
                    .isInstanceOf(CancellationException.class);
        }
    }

    /** One in 65,536 wrong passwords passes the check value; the code shows that it is wrong. */
    @Test
    void aVariantThatOnlyPassesTheCheckValueIsNotBelieved() throws IOException {
        ArchiveReader reader = Mockito.mock(ArchiveReader.class);
        Mockito.when(reader.mayBeOpenedBy(Mockito.any()))
                .thenAnswer(
                        asked -> {
                            List<?> passwords = asked.getArgument(0);
                            return passwords.stream().map(password -> true).toList();
                        });
        OpenedArchive opened = Mockito.mock(OpenedArchive.class);
        Mockito.when(reader.open(Mockito.any())).thenReturn(opened);
        Mockito.doThrow(
                        new DamagedArchive(
                                app.lacuna.error.Damage.AUTHENTICATION_OR_PASSWORD, "a", 0))
                .when(opened)
                .confirmPassword(Mockito.any());
        assertThat(search(reader, "ab", CancelToken.never())).isEmpty();
        Mockito.verify(opened, Mockito.atLeastOnce()).close();
    }

    @Test
    void anArchiveWithOneLargeEntryIsConfirmedAsAWhole() throws IOException {
        Path archive = pack(Protection.AES_256, Names.HIDDEN);
        try (ArchiveReader reader = Archives.open(archive)) {
            assertThat(
                            found(
                                    reader,
                                    "second hut",
                                    CancelToken.never(),
                                    opened -> assertThat(opened.isChecked()).isTrue()))
                    .contains(Slip.FIRST_LETTER);
        }
    }
}
