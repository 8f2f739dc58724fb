package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.Salvage;
import app.lacuna.archive.zip.Salvaged;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Level;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.NotAnArchive;
import app.lacuna.error.WrongPassword;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.ExtractedEntry.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What still opens comes out, and it is what was packed; the rest is named. */
class SalvageTest {
    private static final int FILES = 9;

    @TempDir Path folder;
    private Path dig;
    private Path archive;
    private int round;

    @BeforeEach
    void make() throws IOException {
        dig = Files.createDirectory(folder.resolve("dig"));
        Random random = new Random(2);
        for (int i = 0; i < FILES; i++) {
            byte[] bytes = new byte[20_000 + i];
            random.nextBytes(bytes);
            Files.write(dig.resolve("C-" + i + ".jpg"), bytes);
        }
        archive = folder.resolve("a.zip");
    }

    private byte[] pack(PackOptions options) throws IOException {
        Files.deleteIfExists(archive);
        Jobs.pack(archive, options, "ebb", dig);
        return Files.readAllBytes(archive);
    }

    private Salvage salvaging() throws IOException {
        return Archives.salvage(
                archive, Limits.STANDARD, ProgressListener.none(), CancelToken.never());
    }

    private ExtractReport salvage() throws IOException {
        Path out = folder.resolve("out-" + round++);
        try (OpenedArchive reader = OpenedFile.of(salvaging(), "ebb")) {
            ExtractReport report = Jobs.extract(reader, out);
            for (ExtractedEntry entry : report.entries()) {
                if (entry.result().cameOut() && Files.isRegularFile(entry.target().get())) {
                    Path original = folder.resolve(entry.entry().path());
                    assertThat(Files.mismatch(entry.target().get(), original))
                            .as("never a wrong file under a right name")
                            .isEqualTo(-1);
                }
            }
            return report;
        }
    }

    private static Set<String> names(ExtractReport report, boolean out) {
        return report.entries().stream()
                .filter(entry -> entry.result().cameOut() == out)
                .map(ExtractedEntry::entry)
                .map(ArchiveEntry::name)
                .collect(Collectors.toSet());
    }

    @ParameterizedTest
    @EnumSource(names = {"NONE", "TRADITIONAL", "AES_128", "AES_256"})
    void withoutItsEndEverythingBeforeComesOut(Protection protection) throws IOException {
        byte[] whole = pack(PackOptions.STANDARD.withProtection(protection));
        Files.write(archive, Arrays.copyOf(whole, whole.length / 2));
        assertThatThrownBy(() -> Archives.open(archive)).isInstanceOf(DamagedArchive.class);
        ExtractReport report = salvage();
        assertThat(names(report, true)).contains("C-0.jpg", "C-1.jpg", "C-2.jpg", "C-3.jpg");
        assertThat(names(report, false)).hasSize(1);
        assertThat(report.count(Result.DAMAGED)).isEqualTo(1);
    }

    @Test
    void withoutTheListEverythingComesOut() throws IOException {
        byte[] whole = pack(PackOptions.STANDARD);
        int directory = lastIndexOf(whole, new byte[] {'P', 'K', 5, 6});
        int start =
                (whole[directory + 16] & 0xff)
                        | (whole[directory + 17] & 0xff) << 8
                        | (whole[directory + 18] & 0xff) << 16;
        Files.write(archive, Arrays.copyOf(whole, start));
        assertThat(names(salvage(), true)).hasSize(FILES + 1);
        Files.write(archive, Arrays.copyOf(whole, start + 60));
        assertThat(names(salvage(), true)).hasSize(FILES + 1);
    }

    private static int lastIndexOf(byte[] bytes, byte[] what) {
        for (int at = bytes.length - what.length; at >= 0; at--) {
            if (Arrays.equals(bytes, at, at + what.length, what, 0, what.length)) {
                return at;
            }
        }
        return -1;
    }

    @Test
    void damagedFileIsNamedAndTheOthersComeOut() throws IOException {
        byte[] whole = pack(PackOptions.STANDARD);
        int inTheMiddle = whole.length / 2;
        Arrays.fill(whole, inTheMiddle, inTheMiddle + 10, (byte) 0);
        Files.write(archive, whole);
        ExtractReport report = salvage();
        assertThat(names(report, false)).hasSize(1);
        assertThat(names(report, true)).hasSize(FILES);
    }

    /** The list still has the name of the file whose own header is gone. */
    @Test
    void fileWhoseHeaderIsGoneIsNamed() throws IOException {
        byte[] whole = pack(PackOptions.STANDARD);
        int at = indexOf(whole, "C-4.jpg".getBytes());
        Arrays.fill(whole, at - 34, at - 20, (byte) 0);
        Files.write(archive, whole);
        ExtractReport report = salvage();
        assertThat(names(report, false)).containsExactly("C-4.jpg");
        assertThat(names(report, true)).hasSize(FILES);
    }

    private static int indexOf(byte[] bytes, byte[] what) {
        for (int at = 0; at < bytes.length - what.length; at++) {
            if (Arrays.equals(bytes, at, at + what.length, what, 0, what.length)) {
                return at;
            }
        }
        return -1;
    }

    @Test
    void hiddenNamesAreHeldAgainstChecksums() throws IOException {
        for (Level level : List.of(Level.STORE, Level.BALANCED)) {
            byte[] whole = pack(PackOptions.STANDARD.withNames(Names.HIDDEN).withLevel(level));
            Files.write(archive, Arrays.copyOf(whole, whole.length / 2));
            ExtractReport report = salvage();
            assertThat(names(report, true)).contains("C-0.jpg", "C-3.jpg");
            assertThat(names(report, false)).hasSize(1);
            try (Salvage reader = salvaging();
                    Secret secret = TestTrees.secret("ebb");
                    Salvaged opened = reader.open(secret)) {
                assertThat(opened.authenticates()).isFalse();
                assertThat(opened.isChecked()).isFalse();
            }
        }
    }

    /** Large entries inside the hidden form have their sizes behind the data. */
    @Test
    void sizesBehindTheDataAreFound() throws IOException {
        byte[] large = new byte[9_000_000];
        new Random(6).nextBytes(large);
        Files.write(dig.resolve("A-film.raw"), large);
        byte[] whole = pack(PackOptions.STANDARD.withNames(Names.HIDDEN));
        Files.write(archive, Arrays.copyOf(whole, 9_060_000));
        assertThat(names(salvage(), true)).contains("A-film.raw", "C-0.jpg", "C-1.jpg");
    }

    @Test
    void partsUpToTheFirstMissingOneAreOfUse() throws IOException {
        PackResult result =
                Jobs.pack(archive, PackOptions.STANDARD, OptionalLong.of(100_000), "ebb", dig);
        assertThat(result.files()).hasSize(2);
        Files.delete(archive);
        archive = result.files().get(0);
        assertThat(names(salvage(), true)).contains("C-0.jpg", "C-1.jpg", "C-2.jpg");
    }

    @Test
    void truncationAnywhereNeverGivesAWrongFile() throws IOException {
        byte[] whole = pack(PackOptions.STANDARD.withProtection(Protection.AES_128));
        for (int length = 1_000; length < whole.length; length += 9_973) {
            Files.write(archive, Arrays.copyOf(whole, length));
            int before = length / 20_200;
            assertThat(names(salvage(), true).size()).isBetween(before, before + 2);
        }
    }

    @Test
    void wrongPasswordIsStillToldApart() throws IOException {
        byte[] whole = pack(PackOptions.STANDARD);
        Files.write(archive, Arrays.copyOf(whole, whole.length / 2));
        try (Salvage reader = salvaging();
                Secret wrong = TestTrees.secret("Ebb")) {
            assertThatThrownBy(() -> reader.open(wrong)).isInstanceOf(WrongPassword.class);
        }
    }

    @Test
    void nothingToSalvageIsSaid() throws IOException {
        Files.write(archive, new byte[50_000]);
        assertThatThrownBy(this::salvaging).isInstanceOf(NotAnArchive.class);
    }
}
