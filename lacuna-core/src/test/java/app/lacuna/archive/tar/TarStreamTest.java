package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.error.DamagedArchive;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** POSIX.1-2017, pax; long names of GNU tar as its manual has them, "Basic Tar Format". */
class TarStreamTest {
    private final ByteArrayOutputStream tar = new ByteArrayOutputStream();

    private static TarHeader header(String name, char type, long size) {
        return new TarHeader(name, 0644, 0, 0, size, 1_700_000_000, type, "target", "", "");
    }

    private void entry(String name, char type, String contents) {
        byte[] bytes = contents.getBytes(StandardCharsets.UTF_8);
        tar.writeBytes(header(name, type, bytes.length).bytes());
        tar.writeBytes(Arrays.copyOf(bytes, bytes.length + TarHeader.padding(bytes.length)));
    }

    private void pax(char type, String... pairs) {
        PaxRecords records = new PaxRecords();
        for (int i = 0; i < pairs.length; i += 2) {
            records.put(pairs[i], pairs[i + 1]);
        }
        entry("PaxHeader", type, new String(records.bytes(), StandardCharsets.UTF_8));
    }

    private TarStream stream() {
        return new TarStream(new ByteArrayInputStream(tar.toByteArray()), 0);
    }

    private TarEntry first() throws IOException {
        return stream().next().orElseThrow();
    }

    private void isDamage() {
        TarStream stream = stream();
        assertThatThrownBy(stream::next).isInstanceOf(DamagedArchive.class);
    }

    @Test
    void next_passesOverWhatWasNotRead() throws IOException {
        entry("a", '0', "x".repeat(700));
        entry("b", '0', "second");
        TarStream stream = stream();
        assertThat(stream.next().orElseThrow().path()).isEqualTo("a");
        assertThat(stream.next().orElseThrow().path()).isEqualTo("b");
        assertThat(stream.start()).isEqualTo(1_536);
        assertThat(stream.contents().readAllBytes()).isEqualTo("second".getBytes());
    }

    @Test
    void oneZeroBlock_hidesNothingBehindIt_twoEndTheArchive() throws IOException {
        entry("a", '0', "");
        tar.writeBytes(new byte[512]);
        entry("b", '0', "");
        tar.writeBytes(new byte[1_024]);
        entry("c", '0', "");
        TarStream stream = stream();
        stream.next();
        assertThat(stream.next().orElseThrow().path()).isEqualTo("b");
        assertThat(stream.start()).isEqualTo(1_024);
        assertThat(stream.next()).isEmpty();
    }

    @Test
    void longNames_standBeforeTheirEntry() throws IOException {
        entry("././@LongLink", 'L', "n".repeat(150) + "\0");
        entry("././@LongLink", 'K', "t".repeat(150));
        entry("short", '2', "");
        assertThat(first().path()).isEqualTo("n".repeat(150));
        assertThat(first().target()).isEqualTo("t".repeat(150));
    }

    @Test
    void globalRecords_holdForAll_ownOnesForOne() throws IOException {
        pax('g', "uid", "7", "mtime", "5");
        pax('x', "path", "own", "mtime", "6.5");
        entry("a", '0', "");
        entry("b", '0', "");
        TarStream stream = stream();
        TarEntry a = stream.next().orElseThrow();
        TarEntry b = stream.next().orElseThrow();
        assertThat(a.path()).isEqualTo("own");
        assertThat(a.modified()).isEqualTo(Instant.ofEpochSecond(6, 500_000_000));
        assertThat(a.details().owner()).hasValue(7);
        assertThat(b.path()).isEqualTo("b");
        assertThat(b.modified()).isEqualTo(Instant.ofEpochSecond(5));
    }

    @ParameterizedTest
    @CsvSource({
        "0, a, FILE",
        "7, a, FILE",
        "0, a/, FOLDER",
        "5, a, FOLDER",
        "2, a, LINK",
        "Z, a, FILE"
    })
    void kinds(char type, String name, ItemKind kind) throws IOException {
        entry(name, type, "");
        assertThat(first().kind()).contains(kind);
        assertThat(first().path()).isEqualTo("a");
    }

    @ParameterizedTest
    @CsvSource({"3", "4", "6", "S"})
    void devicesAndOlderSparseFiles_areListedAndNotRead(char type) throws IOException {
        entry("dev", type, "");
        TarStream stream = stream();
        assertThat(stream.next().orElseThrow().path()).isEqualTo("dev");
        assertThatThrownBy(stream::contents).isInstanceOf(UnsupportedFeature.class);
    }

    @ParameterizedTest
    @CsvSource({"size, -1", "size, x", "uid, -5", "gid, 1e3", "mtime, soon", "mtime, 1e9"})
    void recordsThatMakeNoSense_areDamage(String keyword, String value) {
        pax('x', keyword, value);
        entry("a", '0', "");
        isDamage();
    }

    @Test
    void cutAnywhere_isDamage() {
        pax('x', "path", "own");
        byte[] before = tar.toByteArray();
        for (int length : new int[] {1, 511, 513, 600, 1_023, 1_024}) {
            tar.reset();
            tar.writeBytes(Arrays.copyOf(before, length));
            isDamage();
        }
    }

    @Test
    void contentsThatAreCut_areDamage() throws IOException {
        entry("a", '0', "x".repeat(600));
        byte[] cut = Arrays.copyOf(tar.toByteArray(), 700);
        TarStream read = new TarStream(new ByteArrayInputStream(cut), 0);
        read.next();
        assertThatThrownBy(() -> read.contents().readAllBytes()).isInstanceOf(DamagedArchive.class);
        TarStream passed = new TarStream(new ByteArrayInputStream(cut), 0);
        passed.next();
        assertThatThrownBy(passed::next).isInstanceOf(DamagedArchive.class);
    }

    @Test
    void anExtensionOfManyMegabytes_isATrap() {
        tar.writeBytes(header("x", 'x', 17L << 20).bytes());
        TarStream stream = stream();
        assertThatThrownBy(stream::next).isInstanceOf(UnsupportedFeature.class);
    }

    @Test
    void aNegativeSize_isDamage() {
        byte[] block = header("a", '0', 0).bytes();
        Arrays.fill(block, 124, 136, (byte) 0xff);
        Arrays.fill(block, 148, 156, (byte) ' ');
        long sum = 0;
        for (byte each : block) {
            sum += each & 0xff;
        }
        byte[] text = "%06o\0 ".formatted(sum).getBytes(StandardCharsets.US_ASCII);
        System.arraycopy(text, 0, block, 148, 8);
        tar.writeBytes(block);
        isDamage();
    }

    private void sparse(String map, String data, long size) {
        pax(
                'x',
                "GNU.sparse.major",
                "1",
                "GNU.sparse.minor",
                "0",
                "GNU.sparse.name",
                "film.raw",
                "GNU.sparse.realsize",
                Long.toString(size));
        String block = map + "\0".repeat(512 - map.length());
        entry("GNUSparseFile.0/film.raw", '0', block + data);
    }

    @Test
    void holes_areReadAsZeros() throws IOException {
        sparse("2\n2\n3\n10\n0\n", "abc", 10);
        TarStream stream = stream();
        TarEntry film = stream.next().orElseThrow();
        assertThat(film.path()).isEqualTo("film.raw");
        assertThat(film.size()).isEqualTo(10);
        assertThat(stream.contents().readAllBytes())
                .isEqualTo("\0\0abc\0\0\0\0\0".getBytes(StandardCharsets.US_ASCII));
    }

    @Test
    void aMapThatDoesNotFitItsData_isDamage() throws IOException {
        for (String map : new String[] {"1\n2\n4\n", "1\n2\n2\n", "9\n", "x"}) {
            tar.reset();
            sparse(map, "abc", 10);
            TarStream stream = stream();
            stream.next();
            assertThatThrownBy(stream::contents).isInstanceOf(DamagedArchive.class);
        }
    }

    @Test
    void anotherVersionOfSparseFiles_isNotRead() throws IOException {
        pax('x', "GNU.sparse.major", "0", "GNU.sparse.realsize", "10");
        entry("film.raw", '0', "abc");
        TarStream stream = stream();
        assertThat(stream.next().orElseThrow().sparse()).isEqualTo(TarEntry.Sparse.OTHER);
        assertThatThrownBy(stream::contents).isInstanceOf(UnsupportedFeature.class);
    }

    @ParameterizedTest
    @CsvSource({"./a, a", "././a/b//, a/b", "/, /", "a, a", "./, ''"})
    void path_hasNoDotsBeforeAndNoSlashesBehind(String name, String path) {
        assertThat(TarStream.path(name)).isEqualTo(path);
    }
}
