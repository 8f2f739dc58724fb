package app.lacuna.desktop.parts.inside;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.edit.ChangePlan;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.edit.PlannedEntry.State;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.PathTree.Node;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;

class InsideModelTest {
    private final ScriptedThreads script = new ScriptedThreads(11);
    private final InsideModel model = new InsideModel(script.life());

    private static PlannedEntry entry(int index, String path, long size, String changed) {
        boolean folder = path.endsWith("/");
        String plain = folder ? path.substring(0, path.length() - 1) : path;
        ArchiveEntry entry =
                new ArchiveEntry(
                        index,
                        plain,
                        folder ? ItemKind.FOLDER : ItemKind.FILE,
                        size,
                        1_000 - size,
                        Instant.parse(changed),
                        0644,
                        Protection.AES_256,
                        "Deflate",
                        OptionalInt.empty());
        return new PlannedEntry(plain, State.UNTOUCHED, Optional.of(entry), Optional.empty());
    }

    private static List<PlannedEntry> dig() {
        return List.of(
                entry(0, "dig/", 0, "2026-01-01T00:00:00Z"),
                entry(1, "dig/levels.csv", 300, "2026-01-04T00:00:00Z"),
                entry(2, "dig/finds/", 0, "2026-01-01T00:00:00Z"),
                entry(3, "dig/finds/C-104.jpg", 500, "2026-01-03T00:00:00Z"),
                entry(4, "dig/finds/C-2.jpg", 400, "2026-01-05T00:00:00Z"),
                entry(5, "notes.txt", 100, "2026-01-02T00:00:00Z"));
    }

    private void show(List<PlannedEntry> entries) {
        model.show(new ChangePlan(entries));
        script.settle();
    }

    private List<String> rows() {
        return model.rows().get().stream().map(Node::path).toList();
    }

    private Node<PlannedEntry> row(String path) {
        return model.rows().get().stream()
                .filter(node -> node.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void show_opensTheTopOnly() {
        show(dig());
        assertThat(rows()).containsExactly("dig", "dig/finds", "dig/levels.csv", "notes.txt");
    }

    @Test
    void show_leavesLargeFoldersClosed() {
        List<PlannedEntry> many = new ArrayList<>(dig());
        for (int i = 0; i < 200; i++) {
            many.add(entry(6 + i, "dig/photo " + i + ".jpg", 1, "2026-01-01T00:00:00Z"));
        }
        show(many);
        assertThat(rows()).containsExactly("dig", "notes.txt");
    }

    @Test
    void setOpen_showsAndHidesWhatIsInAFolder() {
        show(dig());
        model.setOpen(row("dig/finds"), true);
        script.settle();
        assertThat(rows())
                .containsSubsequence("dig/finds", "dig/finds/C-104.jpg", "dig/finds/C-2.jpg");
        model.setOpen(row("dig"), false);
        script.settle();
        assertThat(rows()).containsExactly("dig", "notes.txt");
    }

    @Test
    void show_ofOtherEntries_keepsOpenWhatWasOpen() {
        show(dig());
        model.setOpen(row("dig/finds"), true);
        script.settle();
        show(dig().subList(0, 5));
        assertThat(rows()).hasSize(5);
        assertThat(model.isOpen(row("dig/finds"))).isTrue();
    }

    @Test
    void find_goesThroughClosedFoldersInAnyCase() {
        show(dig());
        model.find().set(" c-1 ");
        script.settle();
        assertThat(model.isFinding()).isTrue();
        assertThat(rows()).containsExactly("dig/finds/C-104.jpg");
        model.find().set("");
        script.settle();
        assertThat(rows()).hasSize(4);
    }

    @Test
    void find_takesAPattern() {
        show(dig());
        model.find().set("*.jpg");
        script.settle();
        assertThat(rows()).containsExactly("dig/finds/C-104.jpg", "dig/finds/C-2.jpg");
        model.find().set("**/[");
        script.settle();
        assertThat(rows()).as("a pattern that is none").isEmpty();
    }

    @Test
    void chooseFound_ticksOnlyWhatIsFound() {
        show(dig());
        model.chooseFound();
        assertThat(model.chosen().count()).as("nothing is looked for").isZero();
        model.find().set("jpg");
        script.settle();
        model.chooseFound();
        assertThat(model.chosen().count()).isEqualTo(2);
        assertThat(model.chosen().bytes()).isEqualTo(900);
        assertThat(model.chosenEntries()).extracting(ArchiveEntry::index).containsExactly(3, 4);
        assertThat(model.chosenPaths())
                .containsExactlyInAnyOrder("dig/finds/C-104.jpg", "dig/finds/C-2.jpg");
    }

    @Test
    void choosingAFolder_takesAllOfIt_andLeavingOneOutTakesItsTickAway() {
        show(dig());
        model.setOpen(row("dig/finds"), true);
        script.settle();
        model.chosen().choose(row("dig"), true);
        assertThat(model.chosen().count()).isEqualTo(5);
        assertThat(model.chosen().bytes()).isEqualTo(1_200);
        model.chosen().choose(row("dig/finds/C-2.jpg"), false);
        assertThat(model.chosen().isChosen(row("dig"))).isFalse();
        assertThat(model.chosen().isChosen(row("dig/finds"))).isFalse();
        assertThat(model.chosen().isChosen(row("dig/levels.csv"))).isTrue();
        assertThat(model.chosen().count()).isEqualTo(2);
        assertThat(model.chosen().bytes()).isEqualTo(800);
    }

    @Test
    void choosingTwice_countsOnce() {
        show(dig());
        model.chosen().choose(row("notes.txt"), true);
        model.chosen().choose(row("notes.txt"), true);
        assertThat(model.chosen().count()).isEqualTo(1);
        model.chosen().choose(row("notes.txt"), false);
        model.chosen().choose(row("notes.txt"), false);
        assertThat(model.chosen().count()).isZero();
        assertThat(model.chosen().bytes()).isZero();
    }

    @Test
    void removedEntries_areTakenOutButNotChangedAgain() {
        List<PlannedEntry> entries = new ArrayList<>(dig());
        PlannedEntry gone = entries.get(5);
        entries.set(
                5, new PlannedEntry(gone.path(), State.REMOVED, gone.before(), Optional.empty()));
        show(entries);
        model.chosen().choose(row("notes.txt"), true);
        assertThat(model.chosenEntries()).extracting(ArchiveEntry::path).contains("notes.txt");
        assertThat(model.chosenPaths()).isEmpty();
    }

    @Test
    void order_sortsWithinEachFolder() {
        show(dig());
        model.setOpen(row("dig/finds"), true);
        for (Order.By by : Order.By.values()) {
            model.order().set(new Order(by, by != Order.By.NAME));
            script.settle();
            assertThat(rows().indexOf("dig/finds"))
                    .as("%s", by)
                    .isBetween(rows().indexOf("dig"), rows().indexOf("dig/finds/C-2.jpg"));
            int two = rows().indexOf("dig/finds/C-2.jpg");
            int hundred = rows().indexOf("dig/finds/C-104.jpg");
            boolean twoFirst = by == Order.By.PACKED || by == Order.By.CHANGED;
            assertThat(two < hundred).as("%s", by).isEqualTo(twoFirst);
        }
    }

    @Test
    void lookLike_takesOverWhatWasOpenAndLookedFor() {
        show(dig());
        model.setOpen(row("dig/finds"), true);
        model.find().set("C-2");
        model.order().set(new Order(Order.By.SIZE, true));
        InsideModel next = new InsideModel(script.life());
        next.lookLike(model);
        next.show(new ChangePlan(dig()));
        script.settle();
        assertThat(next.rows().get()).extracting(Node::path).containsExactly("dig/finds/C-2.jpg");
        assertThat(next.order().get()).isEqualTo(new Order(Order.By.SIZE, true));
        next.find().set("");
        script.settle();
        assertThat(next.rows().get()).extracting(Node::path).contains("dig/finds/C-104.jpg");
    }

    /** The last one that was asked for is shown, in whatever order the work comes to its end. */
    @Test
    void quickTyping_endsWithWhatWasTypedLast() {
        show(dig());
        for (String typed : List.of("C", "C-", "C-2")) {
            model.find().set(typed);
        }
        script.settle();
        assertThat(rows()).containsExactly("dig/finds/C-2.jpg");
    }
}
