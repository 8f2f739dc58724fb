package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.Outcome;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.TakenPassword;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.ui.ShortClipboard;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** What somebody could lose, or be hindered by, in the real window. */
class FaultsWindowTest extends InWindow {
    private void large() throws Exception {
        Path large = folder.resolve("large.raw");
        try (RandomAccessFile sparse = new RandomAccessFile(large.toFile(), "rw")) {
            sparse.setLength(4_000_000_000L);
        }
        interact(() -> pack.contents().add(List.of(large)));
        until(() -> pack.contents().selection().get().items().size() == 1);
        typePasswordTwice("hut");
        clickOn("#pack");
        until(() -> pack.packing().action().progress().get().isPresent());
    }

    private void copy(ClipboardContent content) {
        interact(() -> Clipboard.getSystemClipboard().setContent(content));
    }

    private void ctrl(KeyCode key) {
        press(KeyCode.CONTROL).type(key).release(KeyCode.CONTROL);
        settle();
    }

    @Tag("slow")
    @Test
    void aMadePasswordIsSeenWholeStaysOnTheReceiptAndIsAskedAbout() throws Exception {
        addStory();
        clickOn("#password-make").clickOn("#make-words");
        TextField shown = lookup("#password-shown").query();
        String made = pack.password().first().get();
        assertThat(shown.getText()).isEqualTo(made);
        assertThat(shown.getWidth()).as("all of the width").isGreaterThan(300);
        assertThat(lookup("#password-again-box").query().isVisible()).isFalse();
        clickOn("#pack");
        until(() -> pack.packing().result().get().isPresent());
        until(() -> lookup("#kept-show").tryQuery().isPresent());
        clickOn("#kept-show");
        assertThat(lookup("#kept-password-shown").queryAs(TextField.class).getText())
                .isEqualTo(made);
        picture("made-password");

        clickOn("#pack-anew");
        assertThat(lookup("#password-question").query().isVisible()).isTrue();
        assertThat(pack.packing().result().get()).as("still here").isPresent();
        clickOn("#question-stay");
        interact(() -> window.close(() -> closed = true));
        settle();
        assertThat(closed).isFalse();
        clickOn("#question-stay");

        clickOn("#open-packed");
        until(() -> open.state().get() == OpenState.UNLOCKED);
        interact(() -> window.show(desk.pack()));
        clickOn("#kept-have");
        clickOn("#pack-anew");
        until(() -> pack.packing().result().get().isEmpty());
    }

    @Test
    void closingWhilePackingAsksAndEscAsksBeforeItCancels() throws Exception {
        large();
        type(KeyCode.ESCAPE);
        settle();
        assertThat(lookup("#cancel-question").query().isVisible()).isTrue();
        assertThat(pack.packing().action().running().get()).isTrue();
        picture("cancel-question");
        type(KeyCode.ESCAPE);
        settle();
        assertThat(lookup("#cancel-question").query().isVisible()).isFalse();

        interact(() -> window.close(() -> closed = true));
        settle();
        assertThat(closed).isFalse();
        assertThat(text("#window-notice")).contains("packing");
        picture("closing");
        clickOn("#closing-stop");
        assertThat(closed).isTrue();
        interact(() -> window.end());
        until(() -> !window.isWorking());
        try (var files = Files.list(outbox)) {
            assertThat(files).as("nothing half-made").isEmpty();
        }
        Files.delete(folder.resolve("large.raw"));
    }

    @Test
    void pastingIntoAFieldIsPastingAndFilesGoToThePlace() throws Exception {
        addStory();
        ClipboardContent words = new ClipboardContent();
        words.putString("diary");
        copy(words);
        clickOn("#find");
        ctrl(KeyCode.V);
        assertThat(lookup("#find").queryAs(TextField.class).getText()).isEqualTo("diary");
        ctrl(KeyCode.A);
        ctrl(KeyCode.X);
        assertThat(lookup("#find").queryAs(TextField.class).getText()).isEmpty();

        int before = pack.contents().roots().size();
        Path found = Files.writeString(outbox.resolve("C-109.txt"), "a stake");
        ClipboardContent files = new ClipboardContent();
        files.putFiles(List.of(found.toFile()));
        copy(files);
        interact(() -> lookup("#contents").query().requestFocus());
        ctrl(KeyCode.V);
        until(() -> pack.contents().roots().size() == before + 1);
        interact(() -> Clipboard.getSystemClipboard().clear());
        Files.delete(found);
    }

    @Test
    void arrowKeysChooseTabStaysInThePopoverAndTheFocusComesBack() throws Exception {
        addStory();
        clickOn("#brief-cipher");
        settle();
        RadioButton first = lookup("#cipher-AES_256").query();
        interact(first::requestFocus);
        type(KeyCode.DOWN);
        settle();
        assertThat(pack.protection().get()).isEqualTo(Protection.AES_192);
        assertThat(brief()).contains("AES-192");
        for (int i = 0; i < 12; i++) {
            type(KeyCode.TAB);
            settle();
            assertThat(isWithin(scene.getFocusOwner(), window.shell().popovers())).isTrue();
        }
        type(KeyCode.ESCAPE);
        settle();
        assertThat(scene.getFocusOwner().getId())
                .as("the word that opened it, written anew meanwhile")
                .isEqualTo("brief-cipher");
    }

    private static boolean isWithin(Node node, Node around) {
        for (Node above = node; above != null; above = above.getParent()) {
            if (above == around) {
                return true;
            }
        }
        return false;
    }

    @Test
    void lockingEndsAQuestionAndTakesThePasswordOffTheClipboard() throws Exception {
        Path archive =
                packed(
                        outbox.resolve("winter-notes.zip"),
                        PackOptions.STANDARD.withNames(Names.HIDDEN),
                        "second hut",
                        story);
        openArchive(archive, "second hut");
        Path out = Files.createDirectories(open.session().extract().folder().get());
        Files.writeString(out.resolve("site-diary.txt"), "mine");
        clickOn("#extract-all");
        until(() -> open.session().extract().question().get().isPresent());
        interact(() -> desk.services().clipboard().put("second hut"));
        ctrl(KeyCode.L);
        until(() -> open.state().get() == OpenState.LOCKED);
        until(() -> !window.isWorking());
        assertThat(out.resolve("site-diary.txt")).hasContent("mine");
        interact(
                () ->
                        assertThat(Clipboard.getSystemClipboard().getString())
                                .isNotEqualTo("second hut"));
    }

    @Test
    void atItsSmallestEveryButtonIsInTheWindow() throws Exception {
        interact(
                () -> {
                    scene.getWindow().setWidth(960);
                    scene.getWindow().setHeight(640);
                });
        addStory();
        assertThat(inTheWindow("#pack", "#save-round")).doesNotContainValue(false);
        assertThat(isNextStepSeen()).isTrue();
        ctrl(KeyCode.P);
        until(() -> lookup("#password").query().isFocused());
        assertThat(inTheWindow("#password", "#password-again")).doesNotContainValue(false);
        picture("small-pack");

        packedAndOpened();
        clickOnRow("site-diary.txt").type(KeyCode.DELETE);
        until(() -> open.session().changes().count().get() == 1);
        assertThat(inTheWindow("#lock", "#relock", "#extract-all", "#write-changes", "#undo"))
                .doesNotContainValue(false);
        picture("small-open");
        interact(() -> theme.showTextSize(200));
        String[] buttons = {"#lock", "#relock", "#extract-all", "#write-changes", "#undo"};
        until(() -> !inTheWindow(buttons).containsValue(false)); // after the new layout
        picture("small-open-large-text");
        interact(() -> theme.showTextSize(100));
    }

    /** Its page was locked or removed while the file was written. */
    @Test
    void aMadePasswordWithoutPageIsShownUntilSomebodyHasIt() throws Exception {
        KeptPassword[] kept = new KeptPassword[1];
        interact(
                () -> {
                    kept[0] =
                            new TakenPassword(
                                            Secret.takeOver("KLMNPQRS23456789".toCharArray()), true)
                                    .written(
                                            outbox.resolve("winter-notes.zip"),
                                            desk.services().made());
                    kept[0].close();
                });
        until(() -> lookup("#made-passwords").query().isVisible());
        picture("made-without-page");
        interact(() -> theme.show(Appearance.DARK));
        picture("made-without-page-dark");
        interact(() -> theme.show(Appearance.LIGHT));
        boolean[] closed = new boolean[1];
        interact(() -> window.close(() -> closed[0] = true));
        until(() -> lookup("#closing-lose").tryQuery().isPresent());
        assertThat(closed[0]).isFalse();
        clickOn("#closing-stay");
        clickOn("#kept-show");
        assertThat(lookup("#kept-password-shown").<TextField>query().getText())
                .isEqualTo("KLMNPQRS23456789");
        clickOn("#kept-have");
        until(() -> !lookup("#made-passwords").query().isVisible());
        interact(() -> window.close(() -> closed[0] = true));
        until(() -> closed[0]);
    }

    /** Closing was asked about; before it is answered, something else begins. */
    @Test
    void close_thenAnotherJob_withdrawsTheQuestion() throws Exception {
        addStory();
        clickOn("#password-make").clickOn("#make-words");
        clickOn("#pack");
        until(() -> pack.packing().result().get().isPresent());
        interact(() -> window.close(() -> closed = true));
        until(() -> lookup("#password-question").query().isVisible());
        Job[] other = new Job[1];
        CountDownLatch end = new CountDownLatch(1);
        interact(
                () -> {
                    other[0] = new Job(desk.services().life(), JobKind.COPYING, Job.Policy.REFUSE);
                    other[0].start(
                            (listener, cancel) -> {
                                end.await();
                                return true;
                            },
                            outcome -> {});
                });
        until(() -> !lookup("#password-question").query().isVisible());
        clickOn("#kept-have");
        settle();
        assertThat(closed).as("a job works").isFalse();
        end.countDown();
        until(() -> !other[0].running().get());
        interact(() -> window.close(() -> closed = true));
        assertThat(closed).isTrue();
    }

    /** Another page has saved a job under this name: it is replaced on request only. */
    @Tag("slow")
    @Test
    void save_underTheNameOfAnotherJob_asksFirst() throws Exception {
        addStory();
        interact(() -> lookup("#save-round").queryAs(ButtonBase.class).fire());
        TextField first = lookup("#round-name").query();
        assertThat(first.getText()).isEmpty();
        interact(() -> first.setText("finds"));
        interact(() -> lookup("#round-save").queryAs(ButtonBase.class).fire());
        until(() -> !window.shell().popovers().isOpen());
        interact(pack::startAnew);
        addStory();
        interact(() -> lookup("#save-round").queryAs(ButtonBase.class).fire());
        TextField second = lookup("#round-name").query();
        assertThat(second.getText()).as("not the name of another job").isEmpty();
        interact(() -> second.setText("finds"));
        interact(() -> lookup("#round-save").queryAs(ButtonBase.class).fire());
        assertThat(text("#round-message")).contains("Save once more to replace it");
        picture("round-exists");
        interact(() -> lookup("#round-save").queryAs(ButtonBase.class).fire());
        until(() -> !window.shell().popovers().isOpen());
        assertThat(pack.savedAs()).isEqualTo("finds");
    }

    /** "Make" would give the page another password than the archive gets. */
    @Test
    void pack_closesThePopoverOfThePassword() throws Exception {
        large();
        interact(() -> pack.packing().action().cancel());
        until(() -> !pack.packing().action().running().get());
        clickOn("#password-make");
        assertThat(window.shell().popovers().isOpen()).isTrue();
        interact(pack::pack);
        assertThat(window.shell().popovers().isOpen()).isFalse();
        assertThat(lookup("#remove-job").query().isVisible()).as("it runs").isFalse();
        interact(() -> pack.packing().action().cancel());
        until(() -> !window.isWorking());
        Files.delete(folder.resolve("large.raw"));
    }

    /** A click would empty the fields of what is being written. */
    @Test
    void brief_whileLockingAnew_isDisabled() throws Exception {
        packedAndOpened();
        interact(
                () -> {
                    open.session().changes().remove(List.of("site-diary.txt"));
                    open.session().relock().begin(open.listing());
                });
        until(() -> open.session().changes().count().get() == 1);
        interact(() -> open.session().changes().forgetAll());
        until(() -> open.session().changes().count().get() == 0);
        assertThat(lookup("#brief-relock-cipher").query().isDisabled()).isFalse();
        List<Boolean> whileWriting = new ArrayList<>();
        interact(
                () -> {
                    open.session()
                            .writing()
                            .action()
                            .running()
                            .addListener(
                                    (property, before, now) -> {
                                        if (now) {
                                            whileWriting.add(
                                                    lookup("#brief-relock-cipher")
                                                            .query()
                                                            .isDisabled());
                                        }
                                    });
                    open.session().relock().samePassword().set(true);
                    open.session().writing().relock(open.session().archive().path());
                });
        until(() -> open.session().written().isPresent(), "the new archive");
        assertThat(whileWriting).containsExactly(true);
    }

    @Tag("slow")
    @Test
    void packAnew_whileACopyIsMade_asksFirst() throws Exception {
        addStory();
        typePasswordTwice("hut");
        clickOn("#pack");
        until(() -> pack.packing().result().get().isPresent());
        CountDownLatch end = new CountDownLatch(1);
        List<Outcome<Boolean>> ended = new ArrayList<>();
        interact(
                () ->
                        new Job(pack.life(), JobKind.COPYING, Job.Policy.REFUSE)
                                .start(
                                        (listener, cancel) -> {
                                            end.await();
                                            cancel.check();
                                            return true;
                                        },
                                        ended::add));
        clickOn("#pack-anew");
        assertThat(lookup("#stop-question").query().isVisible()).isTrue();
        picture("stop-question");
        interact(() -> theme.show(Appearance.DARK));
        picture("stop-question-dark");
        interact(() -> theme.show(Appearance.LIGHT));
        clickOn("#stop-not");
        assertThat(pack.packing().result().get()).as("still here").isPresent();
        clickOn("#pack-anew").clickOn("#stop-now");
        end.countDown();
        until(() -> pack.packing().result().get().isEmpty());
        until(() -> ended.size() == 1);
        assertThat(ended.get(0)).isInstanceOf(Outcome.Cancelled.class);
    }

    /** A second start hands an archive over while the dialog of "save as" is open. */
    @Tag("slow")
    @Test
    void saveAs_whileAnotherArchiveIsHandedOver_savesTheFirst() throws Exception {
        packedAndOpened();
        Path second =
                packed(outbox.resolve("other.zip"), PackOptions.STANDARD, "second hut", story);
        interact(() -> open.session().changes().remove(List.of("site-diary.txt")));
        until(() -> open.session().changes().count().get() == 1);
        Path target = folder.resolve("small.zip");
        dialogs.files = List.of(folder); // the dialog takes the name as proposed
        dialogs.meanwhile = () -> desk.take(List.of(second));
        interact(() -> lookup("#save-as").queryAs(ButtonBase.class).fire());
        until(() -> Files.exists(target), "the changed copy");
        until(() -> open.state().get() == OpenState.UNLOCKED);
        until(() -> open.listing().archive().equals(target), "it is open now");
        assertThat(open.listing().entries()).noneMatch(entry -> entry.path().endsWith("diary.txt"));
        dialogs.meanwhile = () -> {};
        Files.delete(target);
        Files.delete(second);
    }

    private void packedAndOpened() throws Exception {
        openArchive(
                packed(outbox.resolve("small.zip"), PackOptions.STANDARD, "second hut", story),
                "second hut");
    }

    private boolean isNextStepSeen() {
        return lookup(".status .secondary").queryAll().stream()
                .anyMatch(
                        node ->
                                node.isVisible()
                                        && ((javafx.scene.control.Label) node)
                                                .getText()
                                                .contains("Ctrl+P"));
    }

    private Map<String, Boolean> inTheWindow(String... ids) {
        settle();
        Map<String, Boolean> inside = new java.util.TreeMap<>();
        for (String id : ids) {
            Node node = lookup(id).query();
            Bounds bounds = node.localToScene(node.getLayoutBounds());
            inside.put(
                    id,
                    bounds.getMinX() >= 0
                            && bounds.getMinY() >= 0
                            && bounds.getMaxX() <= scene.getWidth() + 1
                            && bounds.getMaxY() <= scene.getHeight() + 1);
        }
        return inside;
    }

    @Test
    void aPasswordLeavesTheClipboardAfterItsTimeUnlessSomethingElseIsThere() throws Exception {
        ShortClipboard[] clipboard = new ShortClipboard[1];
        interact(
                () -> {
                    clipboard[0] = new ShortClipboard(1);
                    clipboard[0].put("third hut");
                });
        assertThat(onClipboard()).isEqualTo("third hut");
        until(() -> clipboard[0].words().get().equals("Copy"));
        assertThat(onClipboard()).isNotEqualTo("third hut");

        interact(() -> clipboard[0].put("third hut"));
        ClipboardContent other = new ClipboardContent();
        other.putString("a shopping list");
        copy(other);
        until(() -> clipboard[0].words().get().equals("Copy"));
        assertThat(onClipboard()).isEqualTo("a shopping list");
        interact(() -> Clipboard.getSystemClipboard().clear());
    }

    private String onClipboard() {
        String[] there = new String[1];
        interact(() -> there[0] = String.valueOf(Clipboard.getSystemClipboard().getString()));
        return there[0];
    }

    @Test
    void anErrorThatNobodyWaitedForIsShownInWordsAndDismissed() {
        interact(() -> desk.services().book().tell(new IllegalStateException("internal")));
        settle();
        assertThat(text("#window-notice")).contains("should not have").doesNotContain("internal");
        clickOn("#notice-seen");
        assertThat(lookup("#window-notices").query().isVisible()).isFalse();
    }

    @Tag("slow")
    @Test
    void aJobThatWasSetUpWronglyCanBeRemoved() throws Exception {
        large();
        interact(() -> lookup("#set-up-another").queryAs(ButtonBase.class).fire());
        until(() -> lookup("#jobs .link").queryAll().size() == 2);
        interact(() -> desk.newestPack().contents().add(story));
        until(() -> !desk.newestPack().contents().selection().get().items().isEmpty());
        interact(() -> lookup("#job-0").queryAs(ButtonBase.class).fire());
        settle();
        assertThat(lookup("#remove-job").query().isVisible()).as("it is being packed").isFalse();
        interact(() -> lookup("#job-1").queryAs(ButtonBase.class).fire());
        settle();
        clickOn("#remove-job");
        assertThat(lookup("#jobs").query().isVisible()).isFalse();
        assertThat(lookup("#cancel").queryAs(Button.class).isVisible()).isTrue();
        interact(() -> pack.packing().action().cancel());
        until(() -> !window.isWorking());
        Files.delete(folder.resolve("large.raw"));
    }

    /** The parts of the page lie under each other then: somebody writes on all the same. */
    @Test
    void theFocusStaysWhereItIsWhenTheWindowIsMadeSmallerAndLarger() throws Exception {
        addStory();
        clickOn("#password").write("second hut");
        TextField field = lookup("#password").queryAs(TextField.class);
        interact(() -> field.selectRange(6, 3));
        for (int width : new int[] {900, 1240, 900, 1240}) {
            interact(() -> scene.getWindow().setWidth(width));
            settle();
            assertThat(field.isFocused()).as("at " + width).isTrue();
            assertThat(field.localToScene(0, 0).getY()).as("in sight").isBetween(0.0, 760.0);
            assertThat(field.getAnchor()).isEqualTo(6);
            assertThat(field.getCaretPosition()).isEqualTo(3);
        }
    }
}
