package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Sha256;
import app.lacuna.looseends.Seen.SeenFile;
import app.lacuna.looseends.Seen.State;
import app.lacuna.trash.FreedesktopTrash;
import app.lacuna.trash.Trash;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The state of each file in a record. */
class LookingTest {
    private static final Instant THEN = Instant.parse("2026-03-02T10:00:00Z");

    @TempDir Path folder;
    private Path season;
    private Path file;
    private ReadableFile known;
    private Optional<Trash> trash;
    private List<Path> volumes = List.of();

    @BeforeEach
    void make() throws IOException {
        trash =
                Optional.of(
                        new FreedesktopTrash(folder.resolve("data"), 0, Clock.systemDefaultZone()));
        season = Files.createDirectory(folder.resolve("season"));
        file = write("levels.csv", "1;2");
        known = ReadableFile.now(file, "season/levels.csv").withSha256(digest("1;2"));
    }

    private Path write(String name, String text) throws IOException {
        Path path = Files.writeString(season.resolve(name), text);
        return Files.setLastModifiedTime(path, FileTime.from(THEN));
    }

    private void touch(Path path) throws IOException {
        Files.setLastModifiedTime(path, FileTime.from(THEN.plusSeconds(60)));
    }

    private static Optional<String> digest(String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        return Optional.of(Sha256.of(new ByteArrayInputStream(bytes), CancelToken.never()));
    }

    private List<SeenFile> look(ReadableFile... files) throws IOException {
        return look(CancelToken.never(), files);
    }

    private List<SeenFile> look(CancelToken cancel, ReadableFile... files) throws IOException {
        LooseEnd end =
                new LooseEnd(
                        "1",
                        LooseEnd.Kind.ORIGINAL,
                        Optional.empty(),
                        Optional.empty(),
                        THEN,
                        Optional.empty(),
                        volumes,
                        false,
                        Arrays.asList(files));
        return new Looking(end, trash, cancel).look().files();
    }

    private State state(ReadableFile one) throws IOException {
        List<SeenFile> seen = look(one);
        assertThat(seen).hasSize(1);
        return seen.get(0).state();
    }

    private static ReadableFile as(ReadableFile file, Sort sort) {
        return new ReadableFile(
                file.path(),
                file.entry(),
                sort,
                file.size(),
                file.modified(),
                file.key(),
                file.sha256(),
                file.inTrash());
    }

    private static ReadableFile withoutKey(ReadableFile file) {
        return new ReadableFile(
                file.path(),
                file.entry(),
                file.sort(),
                file.size(),
                file.modified(),
                Optional.empty(),
                file.sha256(),
                file.inTrash());
    }

    @Test
    void anotherTimeAlone_isNoChange_ifTheContentsAreKnown() throws IOException {
        touch(file);
        SeenFile seen = look(known).get(0);
        assertThat(seen.state()).isEqualTo(State.THERE);
        assertThat(seen.file().modified()).isEqualTo(THEN.plusSeconds(60));
        assertThat(seen.file().sha256()).isEqualTo(known.sha256());
        assertThat(state(known.withSha256(Optional.empty()))).isEqualTo(State.CHANGED);
    }

    @Test
    void otherContents_areAChange() throws IOException {
        write("levels.csv", "3;4");
        touch(file);
        assertThat(state(known)).as("as long as before").isEqualTo(State.CHANGED);
        write("levels.csv", "3;4;5");
        assertThat(state(known)).isEqualTo(State.CHANGED);
    }

    @Test
    void somethingElseUnderItsName_isAChange() throws IOException {
        Files.delete(file);
        Files.createDirectory(file);
        assertThat(state(known)).isEqualTo(State.CHANGED);
        Files.delete(file);
        Files.createSymbolicLink(file, Path.of("nowhere"));
        assertThat(state(known)).isEqualTo(State.CHANGED);
        Files.delete(file);
        write("levels.csv", "1;2");
        assertThat(state(as(known, Sort.LINK))).isEqualTo(State.CHANGED);
    }

    @Test
    void whatCannotBeInspected_mayStillBeReadable() throws IOException {
        Path unknown = season.resolve("x".repeat(300)); // longer than a name can be
        assertThat(state(known.at(unknown))).isEqualTo(State.THERE);
    }

    @Test
    void aFolderWithoutAList_thatIsGoneOrNoFolderAnyMore_isForgotten() throws IOException {
        assertThat(look(as(known.at(folder.resolve("gone")), Sort.TREE))).isEmpty();
        assertThat(look(as(known, Sort.TREE))).isEmpty();
    }

    @Test
    void foldersAlone_areNothingReadable() throws IOException {
        ReadableFile top = ReadableFile.now(season, "season");
        assertThat(look(top)).isEmpty();
        assertThat(look(top, known)).hasSize(2);
    }

    @Test
    void aLinkThatIsGone_isNotLookedForUnderOtherNames() throws IOException {
        Path link = Files.createSymbolicLink(season.resolve("link"), Path.of("levels.csv"));
        ReadableFile gone = ReadableFile.now(link, "season/link");
        Files.move(link, season.resolve("other"));
        assertThat(look(gone)).isEmpty();
    }

    @Test
    void aMovedFile_isFoundByItsContents() throws IOException {
        Files.delete(file);
        Path other = write("heights.csv", "1;2");
        write("similar.csv", "3;4");
        Files.createSymbolicLink(season.resolve("link"), other);
        assertThat(look(withoutKey(known)))
                .extracting(seen -> seen.file().path())
                .containsExactly(other);
    }

    @Test
    void withoutKnownContents_aMovedFileIsFoundByKeyAndTime() throws IOException {
        ReadableFile undigested = known.withSha256(Optional.empty());
        Path moved = Files.move(file, season.resolve("heights.csv"));
        assertThat(look(undigested)).extracting(seen -> seen.file().path()).containsExactly(moved);
        assertThat(look(withoutKey(undigested))).as("nothing tells it").isEmpty();
        touch(moved);
        assertThat(look(undigested)).as("changed and moved").isEmpty();
    }

    @Test
    void aFileInARenamedFolder_isFollowed_unlessItIsNotThere() throws IOException {
        ReadableFile top = ReadableFile.now(season, "season");
        ReadableFile other = ReadableFile.now(write("a.csv", "5"), "season/a.csv");
        Path renamed = Files.move(season, folder.resolve("renamed"));
        Files.delete(renamed.resolve("a.csv"));
        assertThat(look(top, other, known))
                .extracting(seen -> seen.file().path())
                .contains(renamed.resolve("levels.csv"))
                .doesNotContain(renamed.resolve("a.csv"));
    }

    /** The innermost volume decides. */
    @Test
    void aFileOnADiskThatIsNotMounted_isAway() throws IOException {
        Files.delete(file);
        volumes = List.of(Path.of("/"), season);
        assertThat(state(known)).isEqualTo(State.AWAY);
        volumes = List.of(season, Path.of("/"));
        assertThat(state(known)).isEqualTo(State.AWAY);
        volumes = List.of(Path.of("/"));
        assertThat(look(known)).isEmpty();
    }

    @Test
    void withoutATrash_whatIsGoneIsGone() throws IOException {
        InTrash place = trash.orElseThrow().put(file, file).orElseThrow();
        trash = Optional.empty();
        assertThat(look(known.withInTrash(Optional.of(place)))).isEmpty();
        write("levels.csv", "1;2");
        assertThat(state(known.withInTrash(Optional.of(place)))).isEqualTo(State.THERE);
        assertThat(place.file()).exists();
    }

    @Test
    void anotherFileInTheTrash_staysThere() throws IOException {
        InTrash place = trash.orElseThrow().put(file, file).orElseThrow();
        write("levels.csv", "1;2");
        assertThat(state(known.withInTrash(Optional.of(place)))).isEqualTo(State.THERE);
        assertThat(place.file()).exists();
        Files.delete(place.file());
        assertThat(state(known.withInTrash(Optional.of(place)))).isEqualTo(State.THERE);
    }

    /** Deletes other files between the listing of the folder and their inspection. */
    @Test
    void look_filesDeletedDuringTheScan_findsTheMovedFile() throws IOException {
        for (int i = 0; i < 20; i++) {
            write("vanishing" + i + ".csv", "3;4");
        }
        Path moved = Files.move(file, season.resolve("heights.csv"));
        AtomicInteger checks = new AtomicInteger();
        CancelToken deleting =
                new CancelToken() {
                    @Override
                    public boolean isCancelled() {
                        if (checks.incrementAndGet() == 2) { // the first file of the folder
                            deleteVanishing();
                        }
                        return false;
                    }

                    @Override
                    public Registration onCancel(Runnable action) {
                        return () -> {};
                    }
                };
        assertThat(look(deleting, known))
                .extracting(seen -> seen.file().path())
                .containsExactly(moved);
        assertThat(season.resolve("vanishing0.csv")).doesNotExist();
    }

    private void deleteVanishing() {
        for (int i = 0; i < 20; i++) {
            assertThat(season.resolve("vanishing" + i + ".csv").toFile().delete()).isTrue();
        }
    }
}
