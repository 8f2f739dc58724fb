package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.demo.DemoData;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.places.pack.PackViewModel;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TreeTableView;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** The real window on a (virtual) display, used with mouse and keyboard. */
class WindowTest extends InWindow {
    @Test
    void fromFilesToAReceiptAndBack() throws Exception {
        packStory("second hut");
        assertThat(brief()).contains("24 of 24 items came back identical");
        assertThat(text("#receipt-path")).startsWith(outbox.toString());
        clickOn("#show-proof");
        assertThat(lookup("#proof-list").query().isVisible()).isTrue();
        assertThat(lookup("identical").queryAll()).isNotEmpty();

        clickOn("#open-packed");
        until(() -> open.state().get() == OpenState.UNLOCKED);
        clickOn("#lock");
        until(() -> open.state().get() == OpenState.LOCKED);
        clickOn("#open-password").write("first hut");
        clickOn("#unlock");
        until(() -> open.failure().get().isPresent());
        assertThat(text("#unlock-failure")).isEqualTo("This password does not open it.");
        assertThat(lookup("#open-password").queryAs(TextField.class).getSelectedText())
                .as("kept and selected")
                .isEqualTo("first hut");

        write("second hut").type(KeyCode.ENTER);
        until(() -> open.state().get() == OpenState.UNLOCKED);
        clickOnRow("site-diary.txt");
        until(() -> open.session().viewer().viewed().get() instanceof Viewed.Shown);
        assertThat(lookup("#viewer-text").queryAs(TextArea.class).getText())
                .isEqualTo(Files.readString(story.get(2)));
        assertThat(Files.exists(open.session().extract().folder().get()))
                .as("nothing on disk")
                .isFalse();

        clickOn("#extract-all");
        until(() -> open.session().extract().report().get().isPresent());
        assertSameAsStory(open.session().extract().folder().get());
    }

    private static void assertSameAsStory(Path out) throws IOException {
        for (Path root : story) {
            try (Stream<Path> all = Files.walk(root)) {
                for (Path original : (Iterable<Path>) all::iterator) {
                    Path copy = out.resolve(root.getParent().relativize(original).toString());
                    if (Files.isSymbolicLink(original)) {
                        assertThat(Files.readSymbolicLink(copy))
                                .isEqualTo(Files.readSymbolicLink(original));
                    } else if (Files.isRegularFile(original)) {
                        assertThat(copy).hasSameBinaryContentAs(original);
                    } else {
                        assertThat(copy).isDirectory();
                    }
                }
            }
        }
    }

    @Tag("slow")
    @Test
    void photographIsShownFromMemory() throws Exception {
        packStory("hut");
        clickOn("#open-packed");
        until(() -> open.state().get() == OpenState.UNLOCKED);
        interact(
                () ->
                        open.session().changes().plan().get().orElseThrow().entries().stream()
                                .filter(entry -> entry.name().endsWith(".jpg"))
                                .findFirst()
                                .ifPresent(open.session()::view));
        until(() -> open.session().viewer().viewed().get() instanceof Viewed.Shown);
        Node picture = lookup("#viewer .image-view").query();
        until(() -> picture.getBoundsInParent().getWidth() > 100);
        assertThat(text("#viewer-detail")).contains("checksum matches");
        try (Stream<Path> all = Files.list(outbox)) {
            assertThat(all).as("nothing but the archive").hasSize(1);
        }
    }

    @Tag("slow")
    @Test
    void ticksExtractOnlyWhatIsChosenAndAskAboutConflictsOnce() throws Exception {
        packStory("hut");
        clickOn("#open-packed");
        until(() -> open.state().get() == OpenState.UNLOCKED);
        Path out = Files.createDirectories(open.session().extract().folder().get());
        Files.writeString(out.resolve("site-diary.txt"), "mine");
        Files.writeString(out.resolve("permit-and-landowner.pdf"), "mine");
        clickOnRow("site-diary.txt").type(KeyCode.ENTER);
        clickOnRow("permit-and-landowner.pdf").type(KeyCode.ENTER);
        assertThat(text("#extract-chosen")).isEqualTo("Extract 2 items");
        press(KeyCode.CONTROL).type(KeyCode.ENTER).release(KeyCode.CONTROL);
        until(() -> open.session().extract().question().get().isPresent());
        clickOn("#conflict-for-all");
        clickOn("#conflict-KEEP_BOTH");
        until(() -> open.session().extract().report().get().isPresent());
        assertThat(out.resolve("site-diary.txt")).hasContent("mine");
        assertThat(out.resolve("site-diary (2).txt")).hasSameBinaryContentAs(story.get(2));
        assertThat(out.resolve("permit-and-landowner (2).pdf")).exists();
        assertThat(out.resolve(DemoData.TRENCH)).doesNotExist();
    }

    @Test
    void cancelHalfWayLeavesNothingBehind() throws Exception {
        Path large = folder.resolve("large.raw");
        try (var sparse = new java.io.RandomAccessFile(large.toFile(), "rw")) {
            sparse.setLength(3_000_000_000L);
        }
        dialogs.files = List.of(large);
        clickOn("#add-files");
        until(() -> !pack.contents().selection().get().items().isEmpty());
        typePasswordTwice("hut");
        clickOn("#pack");
        until(
                () ->
                        pack.packing().action().progress().get().isPresent()
                                && pack.packing().action().progress().get().get().doneBytes()
                                        > 1_000_000);
        clickOn("#cancel");
        until(() -> !pack.packing().action().running().get());
        assertThat(pack.packing().cancelled().get()).isTrue();
        assertThat(lookup("Cancelled").queryAll()).isNotEmpty();
        try (Stream<Path> all = Files.list(outbox)) {
            assertThat(all).isEmpty();
        }
        Files.delete(large);
    }

    @Test
    void briefIsChangedByItsWords() throws Exception {
        addStory();
        clickOn("#brief-name");
        doubleClickOn("#name-field");
        interact(() -> lookup("#name-field").queryAs(TextField.class).setText("winter-notes"));
        clickOn("#name-take");
        assertThat(brief()).contains("as winter-notes.zip for");

        assertThat(brief()).contains("and names hidden,");
        clickOn("#brief-names").clickOn("#names-VISIBLE").clickOn("#names-done");
        assertThat(brief()).contains("and names visible,");
        press(KeyCode.CONTROL).type(KeyCode.H).release(KeyCode.CONTROL);
        settle();
        assertThat(brief()).contains("and names hidden,");

        clickOn("#brief-cipher").clickOn("#cipher-NONE").clickOn("#cipher-done");
        assertThat(brief()).contains("locked with no password");
        assertThat(lookup("#password").query().getParent().isVisible()).isTrue();
        assertThat(lookup("#pack").query().isDisabled()).isFalse();
        clickOn("#brief-cipher").clickOn("#cipher-AES_128").type(KeyCode.ESCAPE);
        assertThat(brief()).contains("locked with AES-128");

        Path other = Files.createDirectory(outbox.resolve("other"));
        clickOn("#brief-folder");
        interact(() -> lookup("#folder-field").queryAs(TextField.class).setText(other.toString()));
        clickOn("#folder-take");
        assertThat(brief()).contains("/other, then prove");
    }

    @Test
    void strangersViewTurnsIntoGapsAndBack() throws Exception {
        addStory();
        assertThat(lookup("#stranger .gap").queryAll()).isNotEmpty();
        clickOn("#brief-whom").clickOn("#whom-ANY_COMPUTER").clickOn("#whom-done");
        assertThat(brief()).contains("for any computer as it is, locked with traditional");
        assertThat(lookup("#stranger .gap").queryAll()).isEmpty();
        assertThat(lookup("#reach-price").query().isVisible()).isTrue();
        assertThat(lookup("#stranger-sum").queryLabeled().getText()).startsWith("The names");
        clickOn("#brief-whom").clickOn("#whom-AES_TOOL").clickOn("#whom-done");
        assertThat(lookup("#stranger .gap").queryAll()).isNotEmpty();
        assertThat(lookup("#stranger-sum").queryLabeled().getText()).startsWith("No names");
        clickOn("#compare");
        assertThat(lookup("With names visible").queryAll()).isNotEmpty();
        type(KeyCode.ESCAPE);
        until(() -> pack.forecast().seen().get().isPresent());
        assertThat(lookup("#forecast .label").queryAll()).hasSizeGreaterThan(6);
        clickOn("#mail-limit").clickOn("#mail-limit-10000000");
        assertThat(lookup("#mail-limit").queryLabeled().getText()).contains("10 MB");
        clickOn("#brief-whom").clickOn("#method-XZ").clickOn("#whom-done");
        assertThat(brief()).contains("anyone with a newer unzip tool");
    }

    @Tag("slow")
    @Test
    void passwordIsMadeAndStaysAndAHintThatGivesItAwayIsRefused() throws Exception {
        addStory();
        press(KeyCode.CONTROL).type(KeyCode.M).release(KeyCode.CONTROL);
        settle();
        Spinner<Integer> count = lookup("#make-words-count").query();
        interact(() -> count.getValueFactory().setValue(7));
        clickOn("#make-words");
        String made = pack.password().first().get();
        assertThat(made.split("-")).hasSizeGreaterThanOrEqualTo(7);
        assertThat(lookup("#password-shown").queryAs(TextField.class).getText()).isEqualTo(made);
        until(() -> pack.newPassword().strength().strength().get().isPresent());
        assertThat(lookup("#guess-words").queryLabeled().getText()).contains("To guess it");
        interact(() -> lookup("#hint").queryButton().fire()); // it may be below the fold
        interact(() -> lookup("#hint-field").queryAs(TextField.class).setText(made));
        clickOn("#hint-take");
        assertThat(lookup("#hint-note").queryLabeled().getText()).contains("gives the password");
        interact(() -> lookup("#hint-field").queryAs(TextField.class).setText("the hut"));
        clickOn("#hint-take");
        assertThat(lookup("#hint").queryLabeled().getText()).isEqualTo("the hut");
        assertThat(pack.password().first().get()).as("still there").isEqualTo(made);
        assertThat(lookup("#pack").query().isDisabled()).isFalse();
    }

    @Tag("slow")
    @Test
    void contentsAreFoundSortedMappedAndLeftOut() throws Exception {
        addStory();
        press(KeyCode.CONTROL).type(KeyCode.F).release(KeyCode.CONTROL);
        settle();
        assertThat(lookup("#find").query().isFocused()).isTrue();
        write("diary");
        until(() -> pack.contents().tree().get().files() == 1);
        interact(() -> pack.contents().find().set(""));
        TreeTableView<?> tree = lookup("#contents").query();
        until(() -> tree.getExpandedItemCount() > 3);
        clickOn("#map");
        until(() -> lookup("#contents-map .map-tile").queryAll().size() > 10);
        Node photograph =
                lookup("#contents-map .map-tile").queryAll().stream()
                        .filter(tile -> tile.getAccessibleText().contains(".jpg"))
                        .findFirst()
                        .orElseThrow();
        clickOn(photograph);
        assertThat(tree.getSelectionModel().getSelectedItem()).isNotNull();
        clickOn("#map");
        int all = pack.contents().selection().get().items().size();
        clickOn("#rules");
        interact(() -> lookup("#rules-patterns").queryAs(TextField.class).setText("*.jpg"));
        clickOn("#rules-take");
        until(() -> pack.contents().selection().get().items().size() < all);
        int left = pack.contents().selection().get().items().size();
        assertThat(pack.contents().selection().get().leftOut()).hasSize(all - left);
        clickOn("#left-out").clickOn("#bring-back");
        until(() -> pack.contents().selection().get().items().size() == left + 1);
    }

    @Tag("slow")
    @Test
    void madePasswordIsCopiedForAShortTime() throws Exception {
        addStory();
        clickOn("#password-make").clickOn("#make-characters");
        clickOn("#password-copy");
        assertThat(lookup("#password-copy").queryLabeled().getText()).contains("30 s");
        String[] copied = {""};
        interact(() -> copied[0] = Clipboard.getSystemClipboard().getString());
        assertThat(copied[0]).isEqualTo(pack.password().first().get()).hasSize(16);
        interact(() -> Clipboard.getSystemClipboard().clear());

        dialogs.files = List.of(outbox);
        clickOn("#password-slip").clickOn("#slip-save");
        until(() -> lookup("#slip-done").queryLabeled().getText().contains("is saved"));
        Path slip = outbox.resolve("key-slip.pdf");
        assertThat(Files.readAllBytes(slip)).startsWith('%', 'P', 'D', 'F');
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(slip)))
                .isEqualTo("rw-------");
        Files.delete(slip);
    }

    @Tag("slow")
    @Test
    void roundIsSavedAndLoadedFromTheEmptyPage() throws Exception {
        addStory();
        int items = pack.contents().selection().get().items().size();
        clickOn("#save-round");
        clickOn("#round-save");
        assertThat(lookup("#round-message").queryLabeled().getText()).contains("needs a name");
        interact(() -> lookup("#round-name").queryAs(TextField.class).setText("Evening copy"));
        clickOn("#round-date").clickOn("#round-save");
        assertThat(window.shell().popovers().isOpen()).isFalse();
        interact(() -> pack.contents().clear());
        until(() -> lookup("#round").tryQuery().isPresent());
        clickOn("#round");
        until(() -> pack.contents().selection().get().items().size() == items);
        assertThat(brief())
                .contains(LocalDate.ofInstant(MovableClock.START, ZoneId.systemDefault()) + ".zip");
    }

    @Tag("slow")
    @Test
    void secondJobIsSetUpWhileOneRunsAndBothEndInTheirReceipts() throws Exception {
        Path large = Files.createFile(folder.resolve("film.raw"));
        byte[] noise = new byte[1 << 20];
        new java.util.Random(1).nextBytes(noise);
        for (int i = 0; i < 100; i++) {
            Files.write(large, noise, java.nio.file.StandardOpenOption.APPEND);
        }
        PackViewModel first = pack;
        interact(() -> first.contents().add(List.of(large)));
        until(() -> !first.contents().selection().get().items().isEmpty());
        typePasswordTwice("second hut");
        clickOn("#pack");
        clickOn("#set-up-another");
        PackViewModel second = desk.newestPack();
        pack = second;
        assertThat(second).isNotSameAs(first);
        assertThat(lookup("#jobs .link").queryAll()).hasSize(2);
        interact(() -> second.folder().set(outbox));
        addStory();
        typePasswordTwice("third hut");
        clickOn("#pack");
        until(() -> second.packing().result().get().isPresent());
        assertThat(first.packing().result().get()).as("done before the second began").isPresent();
        Path firstArchive = first.packing().result().get().orElseThrow().archive();
        Path secondArchive = second.packing().result().get().orElseThrow().archive();
        assertThat(secondArchive).as("a name of its own").isNotEqualTo(firstArchive);
        assertThat(text("#receipt-path")).isEqualTo(secondArchive.toString());
        clickOn("#job-0");
        assertThat(text("#receipt-path")).isEqualTo(firstArchive.toString());
        clickOn("#pack-anew");
        assertThat(lookup("#jobs").query().isVisible()).isFalse();
        Files.delete(large);
    }

    @Test
    void passwordFieldsSayHowTheyStand() throws Exception {
        addStory();
        clickOn("#password").write("hut");
        assertThat(text("#agreement-words")).isEqualTo("Now the same again.");
        clickOn("#password-again").write("hat");
        assertThat(text("#agreement-words")).isEqualTo("The two are not the same.");
        assertThat(lookup("#pack").query().isDisabled()).isTrue();
        clickOn("#password-show");
        assertThat(lookup("#password-shown").queryAs(TextField.class).getText()).isEqualTo("hut");
        assertThat(lookup("#pack").query().isDisabled()).isFalse();
    }

    @Test
    void itemsAreRemovedByKeyboard() throws Exception {
        addStory();
        clickOn("site-diary.txt").type(KeyCode.DELETE);
        until(() -> pack.contents().roots().size() == 2);
        assertThat(brief()).contains("23 items");
    }

    @Test
    void filesAreDroppedFromOutside() throws Exception {
        DropSource source = DropSource.of(story);
        try {
            drag(source.node()).dropTo(".drop-zone");
            until(() -> !pack.contents().selection().get().items().isEmpty());
            assertThat(brief()).contains("24 items");
        } finally {
            source.close();
        }
    }

    @Test
    void keysReachThePlaces() {
        press(KeyCode.CONTROL).type(KeyCode.DIGIT2).release(KeyCode.CONTROL);
        settle();
        assertThat(brief()).startsWith("Open nothing yet");
        press(KeyCode.CONTROL).type(KeyCode.DIGIT1).release(KeyCode.CONTROL);
        settle();
        assertThat(brief()).startsWith("Pack nothing yet");
        type(KeyCode.F1);
        settle();
        assertThat(lookup("Packing").queryAll()).isNotEmpty(); // at the section of this place
        clickOn("#help-keys");
        assertThat(lookup("Ctrl+Enter").queryAll()).isNotEmpty();
        type(KeyCode.ESCAPE);
        settle();
        assertThat(brief()).startsWith("Pack nothing yet");
    }

    @Test
    void otherFileIsToldInPlainWords() throws Exception {
        interact(() -> window.show(desk.open()));
        dialogs.files = List.of(story.get(2));
        clickOn("#choose");
        until(() -> open.failure().get().isPresent());
        assertThat(lookup("site-diary.txt is not a ZIP archive, nor a disc with one.").queryAll())
                .isNotEmpty();
    }

    @Test
    void noteIsShownBeforeThePasswordAndSaidToBeReadable() throws Exception {
        Path archive = outbox.resolve("with-note.zip");
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never()).scan(List.of(story.get(2))),
                        archive,
                        PackOptions.STANDARD.withNote("The number on the hut"),
                        Existing.KEEP,
                        PackRequest.AfterPacking.TRUST);
        try (Secret secret = Secret.takeOver("ebb".toCharArray())) {
            new PackJob(request, Optional.of(secret), ProgressListener.none(), CancelToken.never())
                    .run();
        }
        interact(() -> window.show(desk.open()));
        dialogs.files = List.of(archive);
        clickOn("#choose");
        until(() -> lookup("#open-note").tryQuery().isPresent());
        assertThat(lookup("#open-note").queryLabeled().getText())
                .isEqualTo("The number on the hut");
        assertThat(lookup("#open-note").query().isVisible()).isTrue();
        assertThat(lookup("Hint left by whoever packed it (anyone can read it)").queryAll())
                .isNotEmpty();
    }

    @Test
    void lightAndDarkAreSwitched() {
        assertThat(scene.getRoot().getStyleClass()).doesNotContain(Styles.DARK);
        interact(() -> theme.show(Appearance.DARK));
        assertThat(scene.getRoot().getStyleClass()).contains(Styles.DARK, Styles.ROOT);
        interact(() -> theme.show(Appearance.LIGHT));
        assertThat(scene.getRoot().getStyleClass()).doesNotContain(Styles.DARK);
    }
}
