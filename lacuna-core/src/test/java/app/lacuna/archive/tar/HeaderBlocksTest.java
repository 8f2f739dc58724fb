package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.tar.SparseMap.Piece;
import app.lacuna.selection.FileDetails;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;

/** What is written is read again by {@link TarStream}, in the least number of blocks. */
class HeaderBlocksTest {
    private static final Instant WHOLE = Instant.parse("2026-03-02T10:00:00Z");

    private static FileItem item(String path, ItemKind kind, Instant modified, int permissions) {
        return new FileItem(Path.of("/x"), path, kind, 7, modified, permissions);
    }

    private static FileDetails details(
            int mode, long owner, String ownerName, Map<String, byte[]> attributes) {
        return new FileDetails(
                mode,
                OptionalLong.of(owner),
                OptionalLong.of(owner),
                ownerName,
                ownerName,
                attributes);
    }

    private static byte[] blocks(FileItem item, FileDetails details, String link, boolean hard) {
        return HeaderBlocks.of(item, details, 0, Optional.of(link), hard, Optional.empty());
    }

    private static TarEntry read(byte[] blocks) throws IOException {
        return new TarStream(new ByteArrayInputStream(blocks), 0).next().orElseThrow();
    }

    @Test
    void whatFits_isOneBlock() throws IOException {
        FileItem file = item("dig/a.txt", ItemKind.FILE, WHOLE, 0640);
        byte[] blocks = blocks(file, details(0600, 1000, "rieke", Map.of()), "", false);
        assertThat(blocks).hasSize(512);
        TarEntry read = read(blocks);
        assertThat(read.path()).isEqualTo("dig/a.txt");
        assertThat(read.modified()).isEqualTo(WHOLE);
        assertThat(read.details().mode()).isEqualTo(0600);
        assertThat(read.details().ownerName()).isEqualTo("rieke");
    }

    @Test
    void whatDoesNotFit_standsInExtendedRecords() throws IOException {
        String path = "dig/" + "\u00fc".repeat(150) + ".txt";
        String target = "t".repeat(101);
        String owner = "o".repeat(32);
        FileItem link = item(path, ItemKind.LINK, WHOLE.plusNanos(5), 0777);
        TarEntry read = read(blocks(link, details(0777, 1L << 22, owner, Map.of()), target, false));
        assertThat(read.path()).isEqualTo(path);
        assertThat(read.target()).isEqualTo(target);
        assertThat(read.modified()).isEqualTo(WHOLE.plusNanos(5));
        assertThat(read.details().ownerName()).isEqualTo(owner);
        assertThat(read.details().owner()).hasValue(1L << 22);
        assertThat(read.details().group()).hasValue(1L << 22);
    }

    @Test
    void times_beforeTheEpochAndFarAhead_areKept() throws IOException {
        for (String text : new String[] {"1899-12-31T23:59:59.5Z", "4000-01-01T00:00:00Z"}) {
            Instant time = Instant.parse(text);
            FileItem file = item("a", ItemKind.FILE, time, 0644);
            assertThat(read(blocks(file, FileDetails.UNKNOWN, "", false)).modified())
                    .isEqualTo(time);
        }
    }

    @Test
    void mode_isTheBestThatIsKnown() throws IOException {
        int none = FileItem.NO_PERMISSIONS;
        FileDetails unknown = FileDetails.UNKNOWN;
        assertThat(mode(item("a", ItemKind.FILE, WHOLE, 0600), unknown)).isEqualTo(0600);
        assertThat(mode(item("a", ItemKind.FILE, WHOLE, none), unknown)).isEqualTo(0644);
        assertThat(mode(item("a", ItemKind.FOLDER, WHOLE, none), unknown)).isEqualTo(0755);
        assertThat(mode(item("a", ItemKind.FILE, WHOLE, 0600), details(04755, 0, "", Map.of())))
                .isEqualTo(04755);
    }

    private static int mode(FileItem item, FileDetails details) throws IOException {
        return read(blocks(item, details, "", false)).details().mode();
    }

    @Test
    void attributes_ofAnyBytes_comeBack() throws IOException {
        Map<String, byte[]> attributes =
                Map.of(
                        "text", "rain".getBytes(StandardCharsets.UTF_8),
                        "bytes", new byte[] {0, (byte) 0xff, 10},
                        "line", "a\nb".getBytes(StandardCharsets.UTF_8),
                        "empty", new byte[0],
                        "a=b", new byte[] {1});
        FileItem file = item("a", ItemKind.FILE, WHOLE, 0644);
        Map<String, byte[]> read =
                read(blocks(file, details(0644, 0, "", attributes), "", false))
                        .details()
                        .attributes();
        assertThat(read).containsOnlyKeys("text", "bytes", "line", "empty");
        assertThat(read)
                .allSatisfy((name, value) -> assertThat(value).isEqualTo(attributes.get(name)));
    }

    @Test
    void hardLink_namesTheEntryBefore() throws IOException {
        TarEntry read =
                read(
                        blocks(
                                item("dig/b", ItemKind.FILE, WHOLE, 0644),
                                FileDetails.UNKNOWN,
                                "dig/a",
                                true));
        assertThat(read.hardLink()).isTrue();
        assertThat(read.target()).isEqualTo("dig/a");
    }

    @Test
    void sparseFiles_haveTheirNameAndSizeInRecords() throws IOException {
        SparseMap map = new SparseMap(List.of(new Piece(0, 10)), 1L << 40);
        byte[] blocks =
                HeaderBlocks.of(
                        item("dig/film.raw", ItemKind.FILE, WHOLE, 0644),
                        FileDetails.UNKNOWN,
                        522,
                        Optional.empty(),
                        false,
                        Optional.of(map));
        TarEntry read = read(blocks);
        assertThat(read.path()).isEqualTo("dig/film.raw");
        assertThat(read.size()).isEqualTo(1L << 40);
        assertThat(read.sparse()).isEqualTo(TarEntry.Sparse.MAP_BEFORE);
    }

    @Test
    void moreThanEightGiB_standInARecord() throws IOException {
        byte[] blocks =
                HeaderBlocks.of(
                        item("film.raw", ItemKind.FILE, WHOLE, 0644),
                        FileDetails.UNKNOWN,
                        1L << 33,
                        Optional.empty(),
                        false,
                        Optional.empty());
        assertThat(read(blocks).stored()).isEqualTo(1L << 33);
    }
}
