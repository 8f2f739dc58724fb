package app.lacuna.generations;

import static app.lacuna.generations.Lines.FIRST;
import static app.lacuna.generations.Lines.file;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class HistoryTest {
    private static final Generation ONE = Lines.generation(Path.of("/backup"), FIRST, 1);
    private static final Generation TWO = Lines.generation(Path.of("/backup"), Lines.SECOND, 2);
    private static final Generation THREE =
            Lines.generation(Path.of("/backup"), "20260304T091530Z", 3);

    private final History history = new History(path -> path.endsWith(".csv"));

    private static Manifest of(ManifestLine... lines) {
        return Lines.manifest(Path.of("/home/dig"), lines);
    }

    private List<String> told() {
        return history.events().stream()
                .map(each -> each.generation().sequence() + " " + each.kind() + " " + each.path())
                .toList();
    }

    @Test
    void add_tellsWhatAppearedChangedAndVanished() {
        history.add(ONE, of(file("dig/a.csv", 1, "aa", FIRST), file("dig/b.csv", 1, "bb", FIRST)));
        history.add(TWO, of(file("dig/a.csv", 1, "ac", FIRST), file("dig/c.csv", 1, "cc", FIRST)));
        history.add(THREE, of(file("dig/b.csv", 1, "bb", FIRST)));
        assertThat(told())
                .containsExactly(
                        "1 THERE dig/a.csv",
                        "1 THERE dig/b.csv",
                        "2 CHANGED dig/a.csv",
                        "2 VANISHED dig/b.csv",
                        "2 APPEARED dig/c.csv",
                        "3 VANISHED dig/a.csv",
                        "3 APPEARED dig/b.csv",
                        "3 VANISHED dig/c.csv");
    }

    @Test
    void add_sameFile_tellsNothing() {
        history.add(ONE, of(file("dig/a.csv", 1, "aa", FIRST)));
        history.add(TWO, of(file("dig/a.csv", 1, "aa", Lines.SECOND)));
        assertThat(told()).containsExactly("1 THERE dig/a.csv");
    }

    /** Manifests of version 1 have no digests of links: an unknown one is no change. */
    @Test
    void add_withoutDigest_comparesSizeAndKind() {
        history.add(ONE, of(file("dig/a.csv", 1, "", FIRST)));
        history.add(TWO, of(file("dig/a.csv", 1, "aa", FIRST)));
        history.add(THREE, of(Lines.folder("dig/a.csv")));
        assertThat(told()).containsExactly("1 THERE dig/a.csv", "3 CHANGED dig/a.csv");
    }

    @Test
    void add_otherFiles_areNotTold() {
        history.add(ONE, of(file("dig/a.txt", 1, "aa", FIRST)));
        assertThat(history.events()).isEmpty();
    }
}
