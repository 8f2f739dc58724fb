package app.lacuna.disc;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.iso.IsoEntry;
import app.lacuna.archive.iso.IsoReader;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Sha256;
import app.lacuna.interop.Outside;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSources;
import app.lacuna.job.Jobs;
import app.lacuna.reedsolomon.RecoveryFinder;
import app.lacuna.reedsolomon.RecoveryHeader;
import app.lacuna.reedsolomon.RecoveryHeader.SetId;
import app.lacuna.reedsolomon.RecoveryPlan;
import app.lacuna.reedsolomon.RecoveryWriter;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DiscContentsTest {
    private static final Instant WHEN = Instant.parse("2026-11-26T10:00:00Z");
    private static final String NAME = "SALTMARSH_2.zip";
    private static final DiscOrder ORDER = order(Locale.ENGLISH);
    private static final long ROOM = 40_000_000;

    @TempDir Path folder;
    private Path archive;

    @BeforeEach
    void pack() throws IOException {
        Path dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("secret-levels.csv"), "1;2\n".repeat(1_000));
        archive = folder.resolve("SALTMARSH_2.zip");
        Jobs.pack(archive, PackOptions.STANDARD.withNames(Names.HIDDEN), "ebb", dig);
    }

    private static DiscOrder order(Locale language) {
        return new DiscOrder(
                DiscKind.DVD,
                DiscFacts.Spread.OPEN_ALONE,
                Recovery.NONE,
                new DiscLabel("SALTMARSH"),
                Optional.empty(),
                WHEN,
                ZoneOffset.UTC,
                language);
    }

    private static DiscFacts facts(boolean hidden, int recoveryDiscs, long scratch) {
        return new DiscFacts(
                new DiscLabel("SALTMARSH"),
                2,
                3,
                recoveryDiscs,
                DiscFacts.Spread.OPEN_ALONE,
                true,
                hidden,
                scratch,
                LocalDate.parse("2026-11-26"),
                Optional.of("the dyke"));
    }

    private String sha256() throws IOException {
        MessageDigest hasher = Sha256.hasher();
        hasher.update(Files.readAllBytes(archive));
        return Sha256.hex(hasher);
    }

    private Path write(DiscContents.Disc disc) throws IOException {
        Path file = folder.resolve("disc.iso");
        try (OutputStream out = Files.newOutputStream(file)) {
            disc.image().writeTo(out, count -> {}, CancelToken.never());
        }
        return file;
    }

    private static Map<String, byte[]> read(Path image) throws IOException {
        try (ByteSource source = FileSources.open(image, FileSources.Way.AS_THE_SYSTEM_LIKES)) {
            IsoReader reader = IsoReader.open(source);
            return reader.entries().stream()
                    .collect(Collectors.toMap(IsoEntry::path, entry -> bytes(reader, entry)));
        }
    }

    private static byte[] bytes(IsoReader reader, IsoEntry entry) {
        try (InputStream in = reader.open(entry)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void everythingThatOpensItIsOnTheDisc() throws IOException {
        DiscContents contents = new DiscContents(facts(true, 0, 0), ORDER);
        Path image = write(contents.addArchive(NAME, archive, sha256()).finish(Optional.empty()));
        Map<String, byte[]> read = read(image);
        assertThat(read.keySet())
                .containsExactlyInAnyOrder(
                        "SALTMARSH_2.zip", "OPENER.html", "READ-ME.txt", "SHA256SUMS.txt");
        assertThat(read.get("SALTMARSH_2.zip")).isEqualTo(Files.readAllBytes(archive));
        String readMe = new String(read.get("READ-ME.txt"), StandardCharsets.UTF_8);
        assertThat(readMe)
                .startsWith("SALTMARSH_2, made on 2026-11-26\r\n")
                .contains("disc 2 of 3 of the set SALTMARSH")
                .contains("Hint: the dyke")
                .contains("no recovery data")
                .doesNotContain("secret-levels", "{");
        assertThat(readMe.lines()).allMatch(line -> line.length() <= 78);
        Path out = Files.createDirectory(folder.resolve("out"));
        for (Map.Entry<String, byte[]> file : read.entrySet()) {
            Files.write(out.resolve(file.getKey()), file.getValue());
        }
        String said = Outside.run(out, "", List.of("sha256sum", "-c", "SHA256SUMS.txt"));
        assertThat(said.lines()).hasSize(3).allMatch(line -> line.endsWith(": OK"));
    }

    @Test
    void namesGoOntoTheDiscOnlyWhereTheyAreVisible() throws IOException {
        DiscContents hidden = new DiscContents(facts(true, 0, 0), ORDER);
        assertThatThrownBy(() -> hidden.addNames(List.of("dig/secret-levels.csv")))
                .isInstanceOf(IllegalStateException.class);
        DiscContents visible = new DiscContents(facts(false, 0, 0), ORDER);
        visible.addArchive(NAME, archive, sha256())
                .addNames(List.of("dig/secret-levels.csv", "dig/№ 2", "a\r\nb"));
        Map<String, byte[]> read = read(write(visible.finish(Optional.empty())));
        assertThat(new String(read.get("CONTENTS.txt"), StandardCharsets.UTF_8))
                .isEqualTo("dig/secret-levels.csv\r\ndig/№ 2\r\na\uFFFD\uFFFDb\r\n");
    }

    /** The recovery file begins where the covered part ends, and is found as a file too. */
    @Test
    void theRecoveryFileIsTheLastOneOnTheDisc() throws IOException {
        DiscContents plan = new DiscContents(facts(true, 0, 1_000_000), ORDER);
        long covered =
                plan.addArchive(NAME, archive, sha256()).finish(Optional.of(0L)).image().coreSize();
        RecoveryHeader header =
                RecoveryPlan.withinDisc(new SetId(1, 2), 2, 3, covered, ROOM - covered)
                        .orElseThrow();
        DiscContents contents = new DiscContents(facts(true, 0, 1_000_000), ORDER);
        DiscContents.Disc disc =
                contents.addArchive(NAME, archive, sha256())
                        .finish(Optional.of(header.fileBytes()));
        assertThat(disc.image().coreSize()).isEqualTo(covered);
        assertThat(disc.recovery().orElseThrow().position()).isEqualTo(covered);
        Path image = folder.resolve("disc.iso");
        try (FileChannel channel =
                FileChannel.open(
                        image,
                        StandardOpenOption.CREATE,
                        StandardOpenOption.READ,
                        StandardOpenOption.WRITE)) {
            disc.image().writeTo(Channels.newOutputStream(channel), c -> {}, CancelToken.never());
            new RecoveryWriter(header, channel, c -> {}, CancelToken.never()).ofThisDisc();
        }
        assertThat(Files.size(image)).isLessThanOrEqualTo(disc.image().size());
        assertThat(read(image).get("RECOVERY.DAT")).hasSize((int) header.fileBytes());
        try (ByteSource source = FileSources.open(image, FileSources.Way.AS_THE_SYSTEM_LIKES)) {
            assertThat(RecoveryFinder.find(source, CancelToken.never())).contains(header);
        }
    }

    @Test
    void everySentenceIsThereInBothLanguages() {
        for (Locale language : List.of(Locale.ENGLISH, Locale.GERMAN, Locale.FRENCH)) {
            for (int recovery : new int[] {0, 1, 2}) {
                for (long scratch : new long[] {0, 5_000_000}) {
                    String text = new ReadMe(facts(true, recovery, scratch), language).text();
                    assertThat(text).contains("SALTMARSH_2").doesNotContain("{");
                }
            }
        }
        String german = new ReadMe(facts(true, 0, 0), Locale.GERMAN).text();
        assertThat(german).contains("Disc 2 von 3");
    }

    @ParameterizedTest
    @CsvSource({
        "Saltmarsh 2026, SALTMARSH_2",
        "Grübchen, GRUBCHEN",
        "  __a, A",
        "発掘, DISC",
        "'', DISC",
        "a/b\\c:d, A_B_C_D"
    })
    void aNameBecomesALabel(String wished, String label) {
        assertThat(DiscLabel.of(wished).text()).isEqualTo(label);
        assertThat(DiscLabel.of(wished).of(255).length()).isLessThanOrEqualTo(16);
    }
}
