package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.common.CancelToken;
import app.lacuna.selection.ItemKind;
import app.lacuna.staging.FileMarks;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ByArchiveTest {
    @TempDir Path folder;
    private final OpenedArchive archive = mock(OpenedArchive.class);

    private static ArchiveEntry entry(String path, ItemKind kind, Protection protection) {
        return new ArchiveEntry(
                0,
                path,
                kind,
                3,
                3,
                Instant.EPOCH,
                0644,
                protection,
                "Deflate",
                OptionalInt.empty());
    }

    private static ReadableFile file(String entry, Sort sort) {
        return new ReadableFile(
                Path.of("/dig/x"),
                entry,
                sort,
                3,
                Instant.EPOCH,
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    private ByArchive evidence(ArchiveEntry... entries) {
        when(archive.listing())
                .thenReturn(
                        new Listing(Path.of("a.zip"), 9, 1, "", Names.VISIBLE, List.of(entries)));
        return new ByArchive(archive, FileMarks.none(), CancelToken.never());
    }

    private ByArchive usual() {
        return evidence(
                entry("dig", ItemKind.FOLDER, Protection.NONE),
                entry("dig/a", ItemKind.FILE, Protection.AES_256),
                entry("dig/l", ItemKind.LINK, Protection.AES_256),
                entry("dig/open", ItemKind.FILE, Protection.NONE));
    }

    @Test
    void against_whatHasAnEntryOfItsKind_isNothing() {
        ByArchive evidence = usual();
        assertThat(evidence.against(file("dig/a", Sort.FILE))).isEmpty();
        assertThat(evidence.against(file("dig/l", Sort.LINK))).isEmpty();
        assertThat(evidence.against(file("none", Sort.FOLDER)))
                .as("folders hold nothing")
                .isEmpty();
    }

    @Test
    void against_whatIsNotInTheArchive() {
        ByArchive evidence = usual();
        assertThat(evidence.against(file("dig/b", Sort.FILE))).contains(Stays.NOT_IN_ARCHIVE);
        assertThat(evidence.against(file("dig/l", Sort.FILE))).contains(Stays.NOT_IN_ARCHIVE);
        assertThat(evidence.against(file("dig", Sort.FILE))).contains(Stays.NOT_IN_ARCHIVE);
    }

    @Test
    void against_whatAnybodyCouldHaveExchanged() {
        assertThat(usual().against(file("dig/open", Sort.FILE))).contains(Stays.NOT_PROVED);
        ByArchive open = evidence(entry("dig/open", ItemKind.FILE, Protection.NONE));
        assertThat(open.against(file("dig/open", Sort.FILE)))
                .as("in an archive without a password")
                .isEmpty();
    }

    @Test
    void prepare_tellsWhichEntriesAreReadNext() throws IOException {
        ByArchive evidence = usual();
        evidence.prepare(
                List.of(
                        file("dig/a", Sort.FILE),
                        file("none", Sort.FILE),
                        file("dig", Sort.FOLDER)));
        verify(archive).prepare(List.of(entry("dig/a", ItemKind.FILE, Protection.AES_256)));
    }

    private Optional<Stays> compare(byte[] here, InputStream packed) throws IOException {
        ByArchive evidence = usual();
        Path place = Files.write(folder.resolve("a"), here);
        when(archive.open(any())).thenReturn(packed);
        return evidence.compare(ReadableFile.now(place, "dig/a"), place);
    }

    @Test
    void compare_isByteForByte() throws IOException {
        byte[] bytes = {1, 2, 3};
        assertThat(compare(bytes, new ByteArrayInputStream(bytes))).isEmpty();
        assertThat(compare(bytes, new ByteArrayInputStream(new byte[] {1, 2, 4})))
                .contains(Stays.CHANGED);
        assertThat(compare(bytes, new ByteArrayInputStream(new byte[] {1, 2})))
                .contains(Stays.CHANGED);
    }

    @Test
    void compare_withWhatCannotBeRead_isDamageOfTheArchive() throws IOException {
        InputStream broken =
                new InputStream() {
                    @Override
                    public int read() throws IOException {
                        throw new IOException("damaged");
                    }
                };
        assertThat(compare(new byte[] {1}, broken)).contains(Stays.ARCHIVE_DAMAGED);
    }

    @Test
    void stands_asLongAsItsFilesAreWhatTheyWere() throws IOException {
        Path file = Files.write(folder.resolve("a.zip"), new byte[3]);
        usual();
        ByArchive evidence =
                new ByArchive(archive, FileMarks.of(List.of(file)), CancelToken.never());
        assertThat(evidence.stands()).isTrue();
        assertThat(evidence.archive()).containsExactly(file);
        Files.write(file, new byte[4]);
        assertThat(evidence.stands()).isFalse();
    }
}
