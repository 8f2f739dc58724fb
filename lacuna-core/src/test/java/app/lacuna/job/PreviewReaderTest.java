package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.base.Secret;
import app.lacuna.compression.Level;
import app.lacuna.failure.DamagedArchive;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PreviewReaderTest {
    @TempDir Path folder;

    private Preview preview(byte[] contents) throws IOException {
        return open(pack(contents));
    }

    private Path pack(byte[] contents) throws IOException {
        Path file = Files.write(folder.resolve("f"), contents);
        PackOptions stored = PackOptions.STANDARD.withLevel(Level.STORE);
        return TestTrees.pack(folder.resolve("a.zip"), stored, "p", file);
    }

    private static Preview open(Path archive) throws IOException {
        try (ArchiveReader reader = Archives.open(archive);
                Secret secret = TestTrees.secret("p")) {
            reader.unlock(secret);
            return PreviewReader.read(reader, reader.listing().entries().get(0));
        }
    }

    private Preview text(String text, Charset charset) throws IOException {
        return preview(text.getBytes(charset));
    }

    @Test
    void guessesTheEncodingOfText() throws IOException {
        Preview expected = new Preview.Text("Grübchen", false);
        assertThat(text("Grübchen", StandardCharsets.UTF_8)).isEqualTo(expected);
        assertThat(text("\ufeffGrübchen", StandardCharsets.UTF_8)).isEqualTo(expected);
        assertThat(text("Grübchen", StandardCharsets.ISO_8859_1)).isEqualTo(expected);
        assertThat(text("Grübchen", StandardCharsets.UTF_16)).isEqualTo(expected);
        assertThat(text("\ufeffGrübchen", StandardCharsets.UTF_16LE)).isEqualTo(expected);
        assertThat(text("", StandardCharsets.UTF_8)).isEqualTo(new Preview.Text("", false));
    }

    @Test
    void longTextIsCutBetweenCharacters() throws IOException {
        Preview preview = text("ä".repeat(400_000) + "x", StandardCharsets.UTF_8);
        assertThat(preview)
                .isInstanceOfSatisfying(
                        Preview.Text.class,
                        text -> {
                            assertThat(text.cut()).isTrue();
                            assertThat(text.text()).matches("ä{249000,250000}");
                        });
        Preview odd = text("x" + "ä".repeat(400_000), StandardCharsets.UTF_8);
        assertThat(odd)
                .isInstanceOfSatisfying(
                        Preview.Text.class, text -> assertThat(text.text()).matches("xä+"));
    }

    @Test
    void recognisesPicturesByTheirFirstBytes() throws IOException {
        byte[] jpeg = {(byte) 0xff, (byte) 0xd8, (byte) 0xff, (byte) 0xe0, 0, 16};
        assertThat(preview(jpeg)).isInstanceOf(Preview.Picture.class);
        byte[] png = {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10};
        assertThat(preview(png)).isInstanceOf(Preview.Picture.class);
    }

    @Test
    void otherBytesAreNeither() throws IOException {
        assertThat(preview(new byte[] {1, 2, 3, 0, 5})).isInstanceOf(Preview.Other.class);
    }

    @Test
    void nothingOfADamagedEntryIsShown() throws IOException {
        Path archive = pack(new byte[2_000_000]);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[1_000_000] ^= 1;
        Files.write(archive, bytes);
        assertThatThrownBy(() -> open(archive)).isInstanceOf(DamagedArchive.class);
    }
}
