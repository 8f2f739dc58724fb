package app.lacuna.generations;

import static app.lacuna.generations.Lines.FIRST;
import static app.lacuna.generations.Lines.THEN;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.error.DamagedArchive;
import app.lacuna.generations.Manifest.Root;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ManifestTest {
    private static final Path PLACE = Path.of("/home/dig");

    private static final ManifestLine EVERYTHING =
            new ManifestLine(
                    "dig/a\tb\nc\\d\r.txt",
                    ItemKind.FILE,
                    Long.MAX_VALUE,
                    THEN,
                    07777,
                    "0123abcd",
                    Lines.SECOND,
                    "dig/another name.txt",
                    "66305:1234",
                    "2026-03-02T09:15:30.5Z",
                    "0011223344556677",
                    true,
                    "a%09b%0Ac%5Cd%0D.txt",
                    false);

    private static Manifest read(String text) throws IOException {
        return Manifest.read(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)));
    }

    private static String text(Manifest manifest) {
        return new String(manifest.bytes(), StandardCharsets.UTF_8);
    }

    @Test
    void bytes_everyField_comesBack() throws IOException {
        ManifestLine link =
                new ManifestLine(
                        "dig/latest",
                        ItemKind.LINK,
                        9,
                        THEN,
                        -1,
                        "ff",
                        FIRST,
                        "dig/latest",
                        "",
                        "",
                        "",
                        false,
                        "",
                        true);
        BackupScope scope =
                new BackupScope(
                        List.of(
                                new Root("dig", PLACE, Optional.of(Path.of("/home"))),
                                new Root("notes\t2", Path.of("/n\u00f6tes"), Optional.empty())),
                        List.of("*.tmp", "cache\\d"),
                        true,
                        Set.of(Path.of("/home/dig/locked away"), Path.of("/home/dig/z")));
        Manifest manifest =
                new Manifest(
                        "r1", FIRST, 42, scope, List.of(EVERYTHING, link, Lines.folder("dig")));
        assertThat(Manifest.read(new ByteArrayInputStream(manifest.bytes()))).isEqualTo(manifest);
    }

    @Test
    void bytes_twice_areTheSame() {
        Manifest manifest = Lines.manifest(PLACE, EVERYTHING);
        assertThat(manifest.bytes()).isEqualTo(manifest.bytes());
    }

    /** As version 1 of the format wrote it: no sequence, rules, unseen places and paths on disk. */
    @Test
    void read_version1_isUnderstood() throws IOException {
        String old =
                "lacuna-manifest 1\nround r1\ngeneration 20260302T091530Z\nroots 1\n"
                        + "dig\t/home/dig\nlines 1\n"
                        + "# kind\tsize\tmodified\tmode\tsha256\tgeneration\tkey\tchanged\tdetails"
                        + "\tnames\tpath\tpath there\n"
                        + "file\t3\t2026-03-02T09:15:30Z\t644\tab\t20260302T091530Z\t-\t-\t-\tone"
                        + "\tdig/a.txt\t\n";
        Manifest manifest = read(old);
        assertThat(manifest.sequence()).isZero();
        assertThat(manifest.roots()).containsExactly(new Root("dig", PLACE, Optional.empty()));
        ManifestLine line = manifest.lines().get(0);
        assertThat(line.held()).isEqualTo("dig/a.txt");
        assertThat(line.mode()).isEqualTo(0644);
        assertThat(line.seen()).isTrue();
        assertThat(manifest.place(line)).contains(PLACE.resolve("a.txt"));
    }

    /** Each of these makes a text that is no manifest. */
    @ParameterizedTest
    @CsvSource({
        "lacuna-manifest 2, lacuna-manifest 3",
        "round r, rond r",
        "sequence 1, sequence -1",
        "sequence 1, sequence one",
        "roots 1, roots 2",
        "rules 0, rules 0 other",
        "rules 0, rules 1",
        "unseen 0, unseen 1",
        "lines 1, lines 0",
        "lines 1, lines 2",
        "file, film",
        "640, 9",
        "2026-03-02T09:15:30.123456789Z, yesterday",
    })
    void read_changedText_isDamage(String part, String other) {
        String text = text(Lines.manifest(PLACE, Lines.file("dig/a", 1, "ab", FIRST)));
        assertThat(text).contains(part);
        assertThatThrownBy(() -> read(text.replaceFirst(part, other)))
                .isInstanceOf(DamagedArchive.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "lacuna-manifest 2", "lacuna-manifest 2\nround r\n"})
    void read_cutText_isDamage(String text) {
        assertThatThrownBy(() -> read(text)).isInstanceOf(DamagedArchive.class);
    }

    @Test
    void read_cutAtAnyLine_isDamage() {
        String text = text(Lines.manifest(PLACE, Lines.file("dig/a", 1, "ab", FIRST)));
        List<String> lines = text.lines().toList();
        for (int count = 0; count < lines.size(); count++) {
            String cut = String.join("\n", lines.subList(0, count));
            assertThatThrownBy(() -> read(cut))
                    .as("the first %d lines", count)
                    .isInstanceOf(DamagedArchive.class);
        }
    }

    /** A path on disk that is no encoded path, or an empty path in the archive. */
    @Test
    void read_pathThatIsNone_isDamage() {
        String text = text(Lines.manifest(PLACE, EVERYTHING));
        assertThatThrownBy(() -> read(text.replace("a%09b", "a%zzb")))
                .isInstanceOf(DamagedArchive.class);
        String plain = text(Lines.manifest(PLACE, Lines.file("dig/a", 1, "ab", FIRST)));
        assertThatThrownBy(() -> read(plain.replace("\tdig/a\t", "\t\t")))
                .isInstanceOf(DamagedArchive.class);
    }

    @Test
    void place_belowTheRootThatContainsIt() {
        Manifest manifest = Lines.manifest(PLACE);
        assertThat(manifest.place(Lines.folder("dig"))).contains(PLACE);
        assertThat(manifest.place(Lines.folder("dig/b/c"))).contains(PLACE.resolve("b/c"));
        assertThat(manifest.place(EVERYTHING)).contains(PLACE.resolve("a\tb\nc\\d\r.txt"));
        // not below "dig", though its name begins like it
        assertThat(manifest.place(Lines.folder("digger/b"))).isEmpty();
    }

    @Test
    void needsAndBytes_areOfAllLines() {
        Manifest manifest =
                Lines.manifest(
                        PLACE,
                        Lines.file("dig/a", 3, "ab", Lines.SECOND),
                        Lines.file("dig/b", 4, "cd", FIRST),
                        Lines.file("dig/c", 5, "ef", FIRST));
        assertThat(manifest.needs()).containsExactly(FIRST, Lines.SECOND);
        assertThat(manifest.contentBytes()).isEqualTo(12);
    }

    @Test
    void line_copies_changeOneFieldOnly() {
        ManifestLine seen = Lines.file("dig/a", 1, "ab", FIRST);
        assertThat(seen.notSeen().seen()).isFalse();
        assertThat(seen.at("dig/b").path()).isEqualTo("dig/b");
        assertThat(seen.at("dig/b").held()).isEqualTo("dig/a");
        assertThat(seen.noted("later").changed()).isEqualTo("later");
        assertThat(seen.noted("").notSeen().at(seen.path())).isEqualTo(seen.notSeen());
    }
}
