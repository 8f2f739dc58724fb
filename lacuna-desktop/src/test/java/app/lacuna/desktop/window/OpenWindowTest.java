package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.clearing.Register;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.job.Archives;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** An open archive in the real window: changed, locked anew, restored, locked. */
class OpenWindowTest extends InWindow {
    private Path archive;

    private void open(Names names) throws Exception {
        archive =
                packed(
                        outbox.resolve("winter-notes.zip"),
                        PackOptions.STANDARD.withNames(names),
                        "second hut",
                        story);
        openArchive(archive, "second hut");
    }

    private List<String> paths() {
        return open.listing().entries().stream().map(entry -> entry.path()).toList();
    }

    @Test
    void changesAreSeenTakenBackAndWrittenInOneGo() throws Exception {
        open(Names.HIDDEN);
        Path find = Files.writeString(outbox.resolve("C-107.txt"), "a stake");
        dialogs.files = List.of(find);
        clickOnRow("photographs");
        clickOn("#add-inside");
        until(() -> open.session().changes().count().get() == 1);
        clickOnRow("site-diary.txt").type(KeyCode.DELETE);
        until(() -> open.session().changes().count().get() == 2);
        clickOnRow("permit-and-landowner.pdf").type(KeyCode.F2);
        settle();
        interact(() -> lookup("#rename-field").queryAs(TextField.class).setText("permit.pdf"));
        clickOn("#rename-take");
        until(() -> open.session().changes().count().get() == 3);
        assertThat(text("#pending-words"))
                .isEqualTo("Not yet written: 1 added, 1 with another name, 1 removed.");
        assertThat(text("#write-changes")).isEqualTo("Write 3 changes");
        assertThat(lookup("to be removed").queryAll()).isNotEmpty();
        assertThat(lookup("was permit-and-landowner.pdf, not yet packed").queryAll()).isNotEmpty();
        picture("pending");

        clickOn("#undo");
        until(() -> open.session().changes().count().get() == 2);
        press(KeyCode.CONTROL).type(KeyCode.ENTER).release(KeyCode.CONTROL);
        until(() -> open.session().written().isPresent());
        until(() -> open.session().changes().count().get() == 0 && !open.opening().running().get());
        assertThat(open.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(paths())
                .contains("permit-and-landowner.pdf")
                .noneMatch(path -> path.equals("site-diary.txt"))
                .anyMatch(path -> path.endsWith("photographs/C-107.txt"));
        until(() -> open.session().check().state().get().ended().isPresent());
        assertThat(lookup("Whole and untouched").queryAll()).isNotEmpty();
    }

    @Test
    void droppedFilesAreAddedAndTickedOnesRemovedTogether() throws Exception {
        open(Names.VISIBLE);
        clickOn("#find-inside").write("*.jpg");
        until(() -> open.session().inside().rows().get().size() < 10);
        clickOn("#tick-found");
        int photographs = open.session().inside().chosen().count();
        assertThat(photographs).isGreaterThan(2);
        assertThat(text("#extract-chosen")).isEqualTo("Extract " + photographs + " items");
        picture("found");
        clickOn("#remove-inside");
        until(() -> open.session().changes().count().get() == 1);
        int before = paths().size();
        clickOn("#write-changes");
        until(() -> open.listing().entries().size() == before - photographs);
    }

    @Test
    void filesDroppedOnAFolderGoIntoIt() throws Exception {
        open(Names.HIDDEN);
        Path find = Files.writeString(outbox.resolve("C-108.txt"), "a stake");
        DropSource source = DropSource.of(List.of(find));
        try {
            drag(source.node()).dropTo("survey");
            until(() -> open.session().changes().count().get() == 1);
        } finally {
            source.close();
        }
        clickOn("#write-changes");
        until(() -> paths().stream().anyMatch(path -> path.endsWith("survey/C-108.txt")));
    }

    @Tag("slow")
    @Test
    void aSlipIsFoundAndTheArchiveLocksItselfAfterAWhile() throws Exception {
        open(Names.HIDDEN);
        clickOn("#lock-time");
        clickOn("#lock-after-5");
        assertThat(brief()).containsPattern("lock itself in (5:00|4:5[0-9])");
        interact(() -> clock.moveOn(Duration.ofMinutes(6)));
        until(() -> open.state().get() == OpenState.LOCKED);
        assertThat(lookup("#inside").queryAll()).isEmpty();
        typePassword("SECOND HUT");
        until(() -> open.failure().get().isPresent());
        picture("wrong-password");
        clickOn("#try-variants");
        until(() -> open.state().get() == OpenState.UNLOCKED);
        assertThat(text("#slip")).startsWith("Caps Lock had turned");
    }

    @Tag("slow")
    @Test
    void passwordAndFormAreChangedAndTheOldPasswordOpensNothing() throws Exception {
        open(Names.VISIBLE);
        clickOn("#relock");
        assertThat(lookup("#relock-take").query().isDisabled()).isTrue();
        clickOn("#relock-names-HIDDEN");
        clickOn("#relock-password").write("third hut");
        clickOn("#relock-password-again").write("third hut");
        clickOn("#relock-hint").write("the one that burnt down");
        picture("relock");
        clickOn("#relock-take");
        until(() -> open.session().written().isPresent());
        until(() -> open.listing().names() == Names.HIDDEN);
        until(() -> open.state().get() == OpenState.UNLOCKED);
        assertThat(brief()).contains("names hidden");
        clickOn("#lock");
        until(() -> open.state().get() == OpenState.LOCKED);
        assertThat(text("#open-note")).isEqualTo("the one that burnt down");
        typePassword("second hut");
        until(() -> open.failure().get().isPresent());
        typePassword("third hut");
        until(() -> open.state().get() == OpenState.UNLOCKED);
    }

    @Tag("slow")
    @Test
    void aPasswordIsTakenOffAndPutOnAnOpenArchive() throws Exception {
        archive =
                packed(
                        outbox.resolve("open.zip"),
                        PackOptions.STANDARD.withProtection(Protection.NONE),
                        "",
                        story);
        openArchive(archive, "");
        assertThat(text("#relock")).isEqualTo("Add a password");
        assertThat(brief()).contains("open to everyone");
        clickOn("#relock").clickOn("#relock-password").write("hut");
        clickOn("#relock-password-again").write("hut").clickOn("#relock-take");
        until(() -> open.listing().needsPassword());
        until(() -> text("#relock").equals("Change password"));
        clickOn("#relock").clickOn("#relock-cipher-NONE");
        assertThat(lookup("#relock-same").queryAs(CheckBox.class).getParent().isVisible())
                .isFalse();
        assertThat(lookup("#relock-names-HIDDEN").queryAs(RadioButton.class).isDisabled()).isTrue();
        clickOn("#relock-take");
        until(() -> !open.listing().needsPassword());
    }

    @Tag("slow")
    @Test
    void aCopyInAnotherProgramIsWatchedPackedAndWiped() throws Exception {
        open(Names.HIDDEN);
        clickOnRow("site-diary.txt");
        until(() -> lookup("#open-outside").query().isVisible());
        clickOn("#open-outside");
        until(() -> openedOutside.size() == 1 && open.session().outside().count().get() == 1);
        Path copy = openedOutside.get(0);
        Files.writeString(copy, "Rain all day.");
        Files.setLastModifiedTime(copy, FileTime.from(Instant.ofEpochSecond(1)));
        until(() -> !open.session().outside().changed().get().isEmpty());
        assertThat(lookup("changed outside, not yet packed").queryAll()).isNotEmpty();
        picture("changed-outside");

        clickOn("#lock");
        assertThat(lookup("#leaving").query().isVisible()).isTrue();
        assertThat(stripText("#leaving")).contains("not written");
        clickOn("#leave-stay");
        clickOn("#pack-change");
        until(() -> open.session().written().isPresent());
        until(() -> open.session().outside().changed().get().isEmpty());
        clickOn("#lock");
        until(() -> open.state().get() == OpenState.LOCKED);
        assertThat(copy.getParent().getParent()).doesNotExist();
        typePassword("second hut");
        until(() -> open.state().get() == OpenState.UNLOCKED);
        look("site-diary.txt");
        assertThat(lookup("#viewer-text").queryAs(javafx.scene.control.TextArea.class).getText())
                .isEqualTo("Rain all day.");
    }

    @Test
    void theWindowAsksBeforeItClosesWithUnwrittenChanges() throws Exception {
        open(Names.VISIBLE);
        clickOnRow("site-diary.txt").type(KeyCode.DELETE);
        until(() -> open.session().changes().count().get() == 1);
        interact(() -> window.show(desk.pack()));
        interact(() -> window.close(() -> closed = true));
        until(() -> lookup("#leaving").query().isVisible());
        assertThat(closed).isFalse();
        clickOn("#leave-write");
        until(() -> closed);
        try (var reader = Archives.open(archive)) {
            assertThat(reader.outside().entries())
                    .noneMatch(e -> e.path().equals("site-diary.txt"));
        }
    }

    @Tag("slow")
    @Test
    void restoringTouchesOnlyWhatDiffersAndCopiesAreClearedAgain() throws Exception {
        open(Names.HIDDEN);
        clickOn("#extract-all");
        until(() -> open.session().extract().report().get().isPresent());
        Path out = open.session().extract().folder().get();
        Files.writeString(out.resolve("site-diary.txt"), "lost");
        Path permit = out.resolve("permit-and-landowner.pdf");
        Files.delete(permit);
        picture("extracted");
        clickOn("#extract-folder").clickOn("#compare-folder");
        until(() -> open.session().extract().comparison().get().isPresent());
        assertThat(stripText("#comparison")).contains("1 new, 1 changed, 22 the same");
        picture("compared");
        clickOn("#restore");
        until(() -> open.session().extract().report().get().isPresent());
        assertThat(permit).hasSameBinaryContentAs(story.get(1));
        assertThat(out.resolve("site-diary.txt")).hasSameBinaryContentAs(story.get(2));
        clickOn("#clear-copies");
        until(() -> open.session().extract().cleared().get().isPresent());
        assertThat(permit).as("in its place, and no copy").exists();
        assertThat(out.resolve("site-diary.txt")).exists();
        assertThat(stripText("#extract-report")).contains("copies were deleted");
    }

    @Tag("slow")
    @Test
    void damageIsCountedMarkedAndTheRestIsSaved() throws Exception {
        Path large = Files.write(outbox.resolve("film.raw"), noise());
        archive =
                packed(
                        outbox.resolve("damaged.zip"),
                        PackOptions.STANDARD,
                        "hut",
                        Stream.concat(story.stream(), Stream.of(large)).toList());
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length - 200_000] ^= 1; // in the film, which comes last
        Files.write(archive, bytes);
        openArchive(archive, "hut");
        assertThat(lookup("Damaged: 1 of 25 entries").queryAll()).isNotEmpty();
        assertThat(lookup("damaged").queryAll()).isNotEmpty();
        look("film.raw");
        picture("damaged");
        clickOn("#salvage-open");
        until(() -> open.state().get() == OpenState.LOCKED);
        typePassword("hut");
        until(() -> open.state().get() == OpenState.UNLOCKED);
        assertThat(brief()).startsWith("What is left of damaged.zip");
        assertThat(lookup("#add-inside").query().isDisabled()).isTrue();
        assertThat(lookup("#remove-inside").query().isDisabled()).isTrue();
        clickOn("#extract-all");
        until(() -> open.session().extract().report().get().isPresent());
        assertThat(open.session().extract().report().get().orElseThrow().cameOut()).isEqualTo(24);
        picture("salvaged");
    }

    private static byte[] noise() {
        byte[] noise = new byte[600_000];
        new java.util.Random(6).nextBytes(noise);
        return noise;
    }

    @Tag("slow")
    @Test
    void recentArchivesAreOfferedAndForgotten() throws Exception {
        open(Names.VISIBLE);
        interact(() -> open.closeNow());
        waitForNothing();
        assertThat(text("#recent-0")).isEqualTo("winter-notes.zip");
        clickOn("#recent-0");
        until(() -> open.state().get() == OpenState.LOCKED);
        interact(() -> open.closeNow());
        waitForNothing();
        picture("recent");
        clickOn("#recent-forget-0");
        until(() -> lookup("#recent-0").queryAll().isEmpty());
        until(() -> history.archives().isEmpty()); // written in the background
    }

    private void waitForNothing() throws Exception {
        until(() -> open.state().get() == OpenState.NOTHING);
        until(() -> lookup("#choose").tryQuery().isPresent());
    }

    @Test
    void marksAreReachedByKeyboardAlone() throws Exception {
        open(Names.HIDDEN);
        interact(() -> lookup("#inside").query().requestFocus());
        type(KeyCode.HOME).type(KeyCode.LEFT);
        until(() -> open.session().inside().rows().get().size() == 3);
        type(KeyCode.RIGHT);
        until(() -> open.session().inside().rows().get().size() > 3);
        type(KeyCode.END).type(KeyCode.ENTER);
        assertThat(open.session().inside().chosenPaths()).hasSize(1);
        press(KeyCode.CONTROL).type(KeyCode.F).release(KeyCode.CONTROL);
        settle();
        assertThat(lookup("#find-inside").query().isFocused()).isTrue();
        press(KeyCode.CONTROL).type(KeyCode.L).release(KeyCode.CONTROL);
        until(() -> open.state().get() == OpenState.LOCKED);
    }

    /** What is on the page after locking says nothing of what was inside. */
    @Tag("slow")
    @Test
    void nothingOfTheInsideIsLeftOnThePage() throws Exception {
        open(Names.HIDDEN);
        look("site-diary.txt");
        List<PlannedEntry> inside = open.session().changes().plan().get().orElseThrow().entries();
        clickOn("#lock");
        until(() -> open.state().get() == OpenState.LOCKED);
        until(() -> lookup("#open-password").tryQuery().isPresent());
        String left = texts(scene.getRoot());
        assertThat(left).as("the page itself").contains("nothing readable in memory");
        for (PlannedEntry entry : inside) {
            assertThat(left).doesNotContain(entry.name());
        }
        assertThat(left).doesNotContain(Files.readString(story.get(2)).substring(0, 30));
    }

    private static String texts(Node node) {
        StringBuilder words = new StringBuilder();
        if (node instanceof Labeled labeled) {
            words.append(labeled.getText()).append(labeled.getAccessibleText());
            if (labeled.getTooltip() != null) {
                words.append(labeled.getTooltip().getText());
            }
        }
        if (node instanceof javafx.scene.control.TextInputControl input) {
            words.append(input.getText());
        }
        if (node instanceof javafx.scene.Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> words.append(texts(child)));
        }
        return words.toString();
    }

    @Test
    void filesAreDraggedOutToAFileManagerAndWipedLater() throws Exception {
        open(Names.VISIBLE);
        clickOnRow("site-diary.txt").type(KeyCode.ENTER);
        clickOnRow("permit-and-landowner.pdf").type(KeyCode.ENTER);
        Path manager = Files.createDirectory(outbox.resolve("manager"));
        DropSink sink = DropSink.copyingTo(manager);
        try {
            drag("permit-and-landowner.pdf").dropTo(sink.node());
            until(() -> Files.exists(manager.resolve("site-diary.txt")));
        } finally {
            sink.close();
        }
        assertThat(manager.resolve("site-diary.txt")).hasSameBinaryContentAs(story.get(2));
        assertThat(manager.resolve("permit-and-landowner.pdf"))
                .hasSameBinaryContentAs(story.get(1));
        assertThat(privateFolders()).isNotEmpty();
        clickOn("#lock");
        until(() -> open.state().get() == OpenState.LOCKED);
        assertThat(privateFolders()).isEmpty();
    }

    /** Where readable copies lie for other programs. */
    private static List<Path> privateFolders() throws IOException {
        String own = Register.PREFIX + Register.token() + "-";
        List<Path> found = new ArrayList<>();
        for (String place :
                new String[] {
                    System.getProperty("java.io.tmpdir"), System.getenv("XDG_RUNTIME_DIR")
                }) {
            if (place == null || !Files.isDirectory(Path.of(place))) {
                continue;
            }
            try (Stream<Path> all = Files.list(Path.of(place))) {
                all.filter(path -> path.getFileName().toString().startsWith(own))
                        .forEach(found::add);
            }
        }
        return found;
    }

    @Tag("slow")
    @Test
    void closingTheWindowWipesCopiesInOtherPrograms() throws Exception {
        open(Names.HIDDEN);
        clickOnRow("site-diary.txt");
        until(() -> lookup("#open-outside").query().isVisible());
        clickOn("#open-outside");
        until(() -> open.session().outside().count().get() == 1);
        assertThat(openedOutside.get(0)).exists();
        interact(() -> window.close(() -> closed = true));
        until(() -> lookup("#leaving").query().isVisible());
        assertThat(closed).as("it asks").isFalse();
        clickOn("#leave-lose");
        until(() -> closed && !window.isWorking());
        assertThat(openedOutside.get(0)).doesNotExist();
        assertThat(privateFolders()).isEmpty();
    }
}
