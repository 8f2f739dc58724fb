package app.lacuna.preview;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.compression.Level;
import app.lacuna.error.DamagedArchive;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PreviewReaderTest {
    @TempDir Path folder;

    private static Preview of(byte[] contents) {
        return PreviewReader.of(contents, "find");
    }

    private static TextPages text(byte[] contents) {
        return ((Preview.Text) of(contents)).pages();
    }

    private static byte[] bytes(String latin) {
        return latin.getBytes(StandardCharsets.ISO_8859_1);
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "ISO-8859-1", "windows-1252", "UTF-16LE", "UTF-16BE"})
    void guessesTheEncodingOfText(String encoding) {
        String written = "Grübchen mit Asche und Holzkohle; über der Schwelle";
        TextPages pages = text(written.getBytes(Charset.forName(encoding)));
        assertThat(pages.count()).isEqualTo(1);
        assertThat(pages.page(0)).isEqualTo(written);
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16LE", "UTF-16BE"})
    void aByteOrderMarkSaysIt(String encoding) {
        byte[] marked = "\ufeff発掘".getBytes(Charset.forName(encoding));
        assertThat(text(marked).page(0)).isEqualTo("発掘");
        assertThat(text(marked).encoding()).isEqualTo(encoding);
    }

    @ParameterizedTest
    @CsvSource({"windows-1251", "KOI8-R", "Shift_JIS"})
    void otherScriptsAreGuessedFromTheirCharacters(String encoding) {
        String written =
                encoding.equals("Shift_JIS")
                        ? "発掘調査の記録です。冬の間は立ち入り禁止になっています。".repeat(8)
                        : "Дневник раскопок. Зимой участок закрыт, находки хранятся отдельно. "
                                .repeat(8);
        assertThat(text(written.getBytes(Charset.forName(encoding))).page(0)).isEqualTo(written);
    }

    @Test
    void emptyFilesAreText() {
        assertThat(text(new byte[0]).page(0)).isEmpty();
    }

    @Test
    void longTextHasPagesThatEndWithLines() {
        String line = "ä".repeat(60) + "\n";
        TextPages pages = text(line.repeat(9_000).getBytes(StandardCharsets.UTF_8));
        assertThat(pages.count()).isGreaterThan(5);
        StringBuilder all = new StringBuilder();
        for (int i = 0; i < pages.count(); i++) {
            assertThat(pages.page(i)).endsWith("\n");
            all.append(pages.page(i));
        }
        assertThat(all).hasToString(line.repeat(9_000));
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16LE"})
    void pagesWithoutLineEndsAreCutBetweenCharacters(String encoding) {
        String written = "x" + "ä".repeat(300_000);
        TextPages pages = text(written.getBytes(Charset.forName(encoding)));
        StringBuilder all = new StringBuilder();
        for (int i = 0; i < pages.count(); i++) {
            all.append(pages.page(i));
        }
        assertThat(pages.count()).isGreaterThan(2);
        assertThat(all).hasToString(written);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\u00ff\u00d8\u00ff\u00e0\0\20",
                "\u0089PNG\r\n\32\n",
                "GIF89a",
                "BM\1\2\3\4\0\0\0\0",
                "II*\0",
                "MM\0*",
                "RIFF\1\2\3\4WEBPVP8 "
            })
    void recognisesPicturesByTheirFirstBytes(String start) {
        assertThat(of(bytes(start))).isInstanceOf(Preview.Picture.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"RIFF\1\2\3\4WAVEfmt ", "FORM\1\2\3\4AIFFCOMM", ".snd\0\0\0\30"})
    void recognisesSound(String start) {
        assertThat(of(bytes(start))).isInstanceOf(Preview.Sound.class);
    }

    @Test
    void recognisesPdf() {
        assertThat(of(bytes("%PDF-1.7\n"))).isInstanceOf(Preview.Pdf.class);
    }

    /** Exif 2.3, section 4.6.4: tag 0x0112, here by hand in a JPEG without any picture. */
    @ParameterizedTest
    @CsvSource({"1, 0, false", "3, 180, false", "6, 90, false", "8, 270, false", "5, 270, true"})
    void readsHowTheCameraWasHeld(int noted, int degrees, boolean mirrored) {
        String exif =
                "Exif\0\0MM\0*\0\0\0\10\0\1\1\22\0\3\0\0\0\1\0" + (char) noted + "\0\0\0\0\0\0";
        String jpeg =
                "\u00ff\u00d8\u00ff\u00e1\0" + (char) (exif.length() + 2) + exif + "\u00ff\u00d9";
        assertThat(((Preview.Picture) of(bytes(jpeg))).orientation())
                .isEqualTo(new Orientation(degrees, mirrored));
    }

    @Test
    void otherBytesAreShownAsTheyAre() {
        byte[] contents = bytes("\1\2\3\0Hut\u00ff!");
        HexLines lines = ((Preview.Bytes) of(contents)).lines();
        assertThat(lines.count()).isEqualTo(2);
        assertThat(lines.line(0)).isEqualTo("00000000  01 02 03 00  48 75 74 ff  ....Hut.");
        assertThat(lines.line(1)).isEqualTo("00000008  21" + " ".repeat(24) + "!");
    }

    @ParameterizedTest
    @ValueSource(strings = {";", ",", "\t", "|"})
    void separatedValuesAreATable(String separator) {
        String csv = "point;level\r\nL1;\"1.85; wet\"\r\nL2;1.9\r\n".replace(";", separator);
        Preview.Grid grid = (Preview.Grid) PreviewReader.of(bytes(csv), "Levels.CSV");
        assertThat(cells(grid.table().names())).containsExactly("point", "level");
        assertThat(grid.table().rows().stream().map(PreviewReaderTest::cells))
                .containsExactly(List.of("L1", "1.85" + separator + " wet"), List.of("L2", "1.9"));
        assertThat(grid.table().isCut()).isFalse();
        assertThat(grid.pages().page(0)).isEqualTo(csv);
    }

    private static List<String> cells(Table.Row row) {
        return java.util.stream.IntStream.range(0, row.size()).mapToObj(row::cell).toList();
    }

    @Test
    void cellsAreOverwrittenWithTheRest() {
        Preview.Grid grid = (Preview.Grid) PreviewReader.of(bytes("a;b\nC-104;5\n"), "x.csv");
        grid.wipe();
        assertThat(grid.table().rows().get(0).cell(0)).isEqualTo("\0".repeat(5));
        assertThat(grid.table().names().cell(1)).isEqualTo("\0");
    }

    @Test
    void whatOnlyHasTheNameOfATableIsText() {
        Preview diary = PreviewReader.of(bytes("Flood at six.\nNo; one, came.\n"), "diary.csv");
        assertThat(diary).isInstanceOf(Preview.Text.class);
        Preview one = PreviewReader.of(bytes("a;b\n"), "one.csv");
        assertThat(one).isInstanceOf(Preview.Text.class);
    }

    @Test
    void hugeTablesAreCut() {
        byte[] rows = bytes("a;b\n" + "1;2\n".repeat(Table.MAX_ROWS + 10));
        Table table = ((Preview.Grid) PreviewReader.of(rows, "x.csv")).table();
        assertThat(table.isCut()).isTrue();
        assertThat(table.rows()).hasSize(Table.MAX_ROWS);
        byte[] columns = bytes((";".repeat(5_000) + "\n").repeat(3));
        Table wide = ((Preview.Grid) PreviewReader.of(columns, "x.csv")).table();
        assertThat(wide.names().size()).isEqualTo(Table.MAX_COLUMNS);
        assertThat(wide.isCut()).isTrue();
    }

    @Test
    void wipingLeavesNothing() {
        byte[] contents = bytes("a;b\n1;2\n");
        PreviewReader.of(contents, "x.csv").wipe();
        assertThat(contents).containsOnly(0);
        byte[] hex = bytes("\1\2\3");
        of(hex).wipe();
        assertThat(hex).containsOnly(0);
    }

    @Test
    void nothingOfADamagedEntryIsShown() throws IOException {
        Path file = Files.write(folder.resolve("f"), new byte[2_000_000]);
        PackOptions stored = PackOptions.STANDARD.withLevel(Level.STORE);
        Path archive = TestTrees.pack(folder.resolve("a.zip"), stored, "p", file);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[1_000_000] ^= 1;
        Files.write(archive, bytes);
        try (OpenedArchive reader = OpenedFile.of(ZipArchives.open(archive), "p")) {
            assertThatThrownBy(
                            () ->
                                    PreviewReader.read(
                                            reader,
                                            reader.listing().entries().get(0),
                                            CancelToken.never()))
                    .isInstanceOf(DamagedArchive.class);
        }
    }
}
