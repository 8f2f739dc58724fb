package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class EndsTest {
    private static final Instant DAY = Instant.parse("2026-03-02T10:00:00Z");

    @TempDir Path folder;
    private TestRegister register;
    private Path archive;
    private Path a;
    private Path b;

    @BeforeEach
    void make() throws IOException {
        register = TestRegister.in(folder.resolve("register"));
        archive = Files.writeString(folder.resolve("w.zip"), "not read here");
        a = Files.writeString(folder.resolve("a.csv"), "1;2");
        b = Files.writeString(folder.resolve("b.csv"), "3;4");
        put("1", LooseEnd.Kind.ORIGINAL, archive, a, b);
    }

    @AfterEach
    void end() throws IOException {
        register.close();
    }

    private static LooseEnd of(String id, LooseEnd.Kind kind, Path archive, Path... paths)
            throws IOException {
        List<ReadableFile> files = Stream.of(paths).map(EndsTest::now).toList();
        return new LooseEnd(
                id,
                kind,
                Optional.of(archive),
                Optional.of("f1"),
                DAY,
                Optional.empty(),
                List.of(),
                false,
                files);
    }

    private static ReadableFile now(Path path) {
        try {
            return ReadableFile.now(path, path.getFileName().toString());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void put(String id, LooseEnd.Kind kind, Path archive, Path... paths)
            throws IOException {
        Ends.remember(Register.ends().orElseThrow(), of(id, kind, archive, paths));
    }

    private static List<Path> known() {
        return Ends.all().stream()
                .flatMap(end -> end.files().stream())
                .map(ReadableFile::path)
                .toList();
    }

    @Test
    void gone_forgetsTheFilesAndNotTheOthers() {
        Ends.gone(List.of(a));
        assertThat(known()).containsExactly(b);
        Ends.gone(List.of(b));
        assertThat(Ends.all()).isEmpty();
    }

    @Test
    void goneBelow_forgetsAllOfAFolder() {
        Ends.goneBelow(folder.resolve("elsewhere"));
        assertThat(known()).hasSize(2);
        Ends.goneBelow(folder);
        assertThat(Ends.all()).isEmpty();
    }

    @Test
    void trashed_takenBack_purged_followTheFile() throws IOException {
        InTrash place = new InTrash(folder.resolve("t/a"), folder.resolve("t/a.info"));
        Ends.trashed(List.of(now(a).withInTrash(Optional.of(place))));
        assertThat(Ends.all().get(0).files().get(0).inTrash()).contains(place);
        Ends.gone(List.of(a));
        assertThat(known()).as("what is in the trash is another file").hasSize(2);
        Path back = folder.resolve("back.csv");
        Ends.takenBack(Map.of(place, back));
        assertThat(known()).containsExactly(back, b);
        Ends.purged(List.of(place));
        assertThat(known()).hasSize(2);
        Ends.trashed(List.of(now(b).withInTrash(Optional.of(place))));
        Ends.purged(List.of(place));
        assertThat(known()).containsExactly(back);
    }

    @Test
    void trashed_ofWhatIsAnotherFileByNow_changesNothing() throws IOException {
        Files.writeString(a, "longer than before");
        InTrash place = new InTrash(folder.resolve("t/a"), folder.resolve("t/a.info"));
        Ends.trashed(List.of(now(a).withInTrash(Optional.of(place))));
        Ends.trashed(List.of());
        assertThat(Ends.all().get(0).files()).allMatch(file -> file.inTrash().isEmpty());
    }

    @Test
    void moved_followsAnArchiveThatIsNotWhereItWas() throws IOException {
        Path other = folder.resolve("moved.zip");
        Ends.moved("f1", other);
        assertThat(Ends.all().get(0).archive()).as("it is still there").contains(archive);
        Files.delete(archive);
        Ends.moved("another", other);
        assertThat(Ends.all().get(0).archive()).contains(archive);
        Ends.moved("f1", other);
        assertThat(Ends.all().get(0).archive()).contains(other);
    }

    @Test
    void proved_isKeptWithThoseOfTheArchive() throws IOException {
        put("2", LooseEnd.Kind.ORIGINAL, folder.resolve("x.zip"), b);
        Ends.proved(archive, DAY);
        assertThat(Ends.all())
                .extracting(LooseEnd::proved)
                .containsExactlyInAnyOrder(Optional.of(DAY), Optional.empty());
    }

    @Test
    void packedOnceMore_isKnownOnce_andStaysWanted() throws IOException {
        Ends.change("1", end -> end.withWanted(true));
        put("2", LooseEnd.Kind.ORIGINAL, archive, a);
        assertThat(known()).containsExactlyInAnyOrder(a, b);
        assertThat(Ends.all()).allMatch(LooseEnd::wanted);
        put("3", LooseEnd.Kind.EXTRACTED, archive, a);
        assertThat(known()).as("of another kind").hasSize(3);
    }

    @Test
    void withoutARegister_nothingIsKnown() throws IOException {
        Register.use(Optional.empty());
        assertThat(Ends.all()).isEmpty();
        assertThat(Ends.damaged()).isEmpty();
        Ends.change("1", end -> end.withWanted(true));
        Ends.gone(List.of(a));
    }
}
