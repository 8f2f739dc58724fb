package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.RegisterOfTest;
import app.lacuna.demo.burner.TrayDrive;
import app.lacuna.demo.drive.SimulatedDrive;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.session.ArchiveSession;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.DiscKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeoutException;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/**
 * The whole job, from files to files, without the mouse; on the way everything that can have the
 * focus has a name, and no text is cut, in the smallest window.
 */
abstract class KeyboardWalk extends ByKeyboard {
    private static final long SECTORS = 4_000_000 / DiscKind.SECTOR_BYTES;

    private SimulatedDrive drive;

    @Override
    public void start(Stage stage) throws IOException {
        RegisterOfTest.begin(Files.createTempDirectory(folder, "register"));
        super.start(stage);
    }

    @AfterEach
    void forget() throws IOException {
        RegisterOfTest.end();
    }

    @Override
    Services outfit(Services usual) throws IOException {
        drive = new SimulatedDrive(Files.createTempDirectory(folder, "discs"));
        return usual.withDrive(new TrayDrive(drive));
    }

    @Test
    void theWholeJobWithoutTheMouse() throws Exception {
        Path season = Files.createDirectories(folder.resolve(Words.language().code() + "/season"));
        Path diary = Files.writeString(season.resolve("diary.txt"), "rain, little done");
        Files.writeString(season.resolve("levels.csv"), "a,b\n1,2\n");
        legible("empty");

        // gather, name, for whom, names, password
        dialogs.files = List.of(season);
        key(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.D);
        until(
                () ->
                        !pack.contents().scanning().get()
                                && pack.contents().selection().get().items().size() > 2);
        press("brief-name");
        until(() -> lookup("#name-field").tryQuery().isPresent());
        key(KeyCode.CONTROL, KeyCode.A);
        write("notes.zip");
        key(KeyCode.ENTER);
        until(() -> pack.name().get().equals("notes.zip"));
        press("brief-whom");
        until(() -> focused().startsWith("whom-"));
        key(KeyCode.DOWN);
        key(KeyCode.ESCAPE);
        boolean hidden = pack.form().names().get().name().equals("HIDDEN");
        tabTo("brief-names");
        key(KeyCode.CONTROL, KeyCode.H);
        key(KeyCode.CONTROL, KeyCode.H);
        assertThat(pack.form().names().get().name().equals("HIDDEN")).isEqualTo(hidden);
        key(KeyCode.CONTROL, KeyCode.P);
        write("first hut by the sea");
        tabTo("password-again");
        write("first hut by the sea");
        until(() -> pack.ready().get());
        legible("pack");

        // pack, prove, read the receipt, clear the originals
        key(KeyCode.CONTROL, KeyCode.ENTER);
        until(() -> pack.packing().result().get().isPresent());
        until(() -> lookup("#originals-trash").tryQuery().isPresent());
        legible("receipt");
        copyTo(Files.createDirectories(season.resolveSibling("stick")));
        press("originals-trash");
        until(() -> lookup("#clear-do").tryQuery().isPresent());
        press("clear-do");
        until(() -> !Files.exists(diary));
        legible("cleared");
        emptyTrash();
        press("pass-on-read");
        until(() -> lookup("#pass-on-hide").tryQuery().isPresent());
        press("pass-on-hide");

        // open it again, look, tick, take out, lock
        key(KeyCode.CONTROL, KeyCode.ENTER);
        until(() -> open.state().get() == OpenState.UNLOCKED);
        key(KeyCode.CONTROL, KeyCode.L);
        until(() -> open.state().get() == OpenState.LOCKED);
        legible("locked");
        write("first hut by the sea");
        key(KeyCode.ENTER);
        until(() -> open.state().get() == OpenState.UNLOCKED);
        until(() -> open.session().check().state().get().ended().isPresent());
        legible("open");
        lookInside();
        press("extract-all");
        until(() -> open.session().extract().report().get().isPresent());
        legible("taken-out");
        change();
        lockAnew();
        key(KeyCode.CONTROL, KeyCode.L);

        // the other places
        key(KeyCode.CONTROL, KeyCode.E);
        legible("ends");
        key(KeyCode.CONTROL, KeyCode.DIGIT3);
        legible("rounds");
        key(KeyCode.CONTROL, KeyCode.DIGIT4);
        legible("discs");
        key(KeyCode.CONTROL, KeyCode.COMMA);
        legible("settings");
        key(KeyCode.F1);
        legible("help");
        press("help-keys");
        legible("keys");
        key(KeyCode.ESCAPE);
        largeTexts();
    }

    /** What opens under the words of a brief, sending, and planning discs. */
    @Test
    void everyPopoverSendingAndDiscs() throws Exception {
        Path season = Files.createDirectories(folder.resolve(Words.language().code() + "/finds"));
        Files.writeString(season.resolve("diary.txt"), "rain, little done");
        dialogs.files = List.of(season);
        key(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.D);
        until(() -> pack.contents().selection().get().items().size() > 1);
        until(() -> !pack.contents().scanning().get());
        for (String word : List.of("items", "name", "whom", "cipher", "names", "folder", "then")) {
            popover("brief-" + word);
        }
        key(KeyCode.CONTROL, KeyCode.P);
        write("first hut by the sea");
        tabTo("password-again");
        write("first hut by the sea");
        until(() -> pack.ready().get());
        key(KeyCode.CONTROL, KeyCode.ENTER);
        until(() -> lookup("#receipt-mail-open").tryQuery().isPresent());
        press("receipt-mail-open");
        until(() -> lookup("#mail-drafts").tryQuery().isPresent());
        legible("mail");
        press("mail-drafts");
        until(() -> lookup("#mail-done").tryQuery().isPresent(), "drafts");
        legible("mail-drafts");

        key(KeyCode.CONTROL, KeyCode.DIGIT4);
        press("discs-add-folder");
        until(() -> lookup("#discs-kind").tryQuery().isPresent());
        legible("discs-plan");
        for (String word : List.of("items", "kind", "label", "names", "recovery", "folder")) {
            popover("discs-" + word);
        }
        burn();
    }

    private void burn() throws Exception {
        press("discs-kind");
        tabTo("disc-size");
        writeOver("4MB");
        key(KeyCode.ENTER);
        key(KeyCode.ESCAPE);
        tabTo("password");
        write("first hut by the sea");
        tabTo("password-again");
        write("first hut by the sea");
        until(() -> !lookup("#discs-burn").queryButton().isDisabled(), "ready to burn");
        drive.insert(drive.blank(SECTORS));
        key(KeyCode.CONTROL, KeyCode.ENTER);
        until(() -> drive.ejected().size() == 1, "a disc");
        until(() -> lookup("#burn-again-1").tryQuery().isPresent(), "its line");
        legible("discs-burned");
    }

    /** A round is made, run, looked at; its files go back, and that is taken back. */
    @Test
    void aRoundAndItsGenerations() throws Exception {
        Path own = Files.createDirectories(folder.resolve(Words.language().code() + "/round"));
        Path season = Files.createDirectories(own.resolve("season"));
        Path copies = Files.createDirectories(own.resolve("copies"));
        Path diary = Files.writeString(season.resolve("diary.txt"), "rain, little done");
        key(KeyCode.CONTROL, KeyCode.DIGIT3);
        dialogs.folder = season;
        press("rounds-add-folder");
        until(() -> brief().contains("season"));
        press("round-place");
        tabTo("round-place-field");
        writeOver(copies.toString());
        key(KeyCode.ENTER);
        until(() -> brief().contains("copies"));
        for (String word : List.of("every", "roots", "place", "keep", "form", "rename")) {
            popover("round-" + word);
        }
        tabTo("password");
        write("first hut by the sea");
        tabTo("password-again");
        write("first hut by the sea");
        legible("round-new");
        until(() -> !lookup("#round-run").queryButton().isDisabled());
        key(KeyCode.CONTROL, KeyCode.ENTER);
        until(() -> lookup("#run-report-close").tryQuery().isPresent(), "a run");
        until(() -> lookup("#moment").tryQuery().isPresent());
        legible("round-run");
        press("run-report-close");

        Files.writeString(diary, "lost");
        key(KeyCode.F5);
        until(() -> lookup("#round-put-back").query().isVisible(), "something differs");
        tabTo("moment");
        key(KeyCode.DOWN);
        key(KeyCode.SPACE);
        legible("round-differs");
        press("round-put-back");
        until(() -> holds(diary, "rain, little done"));
        until(() -> lookup("#put-back-undo").tryQuery().isPresent());
        legible("round-put-back-done");
        press("put-back-undo");
        until(() -> holds(diary, "lost"));
        key(KeyCode.CONTROL, KeyCode.L);
        until(() -> focused().equals("round-password"), "locked");
        legible("round-locked");
        write("first hut by the sea");
        key(KeyCode.ENTER);
        until(() -> lookup("#moment").tryQuery().isPresent(), "open again");
    }

    /** The same pages with texts of twice the size, where they scroll and nothing is cut. */
    private void largeTexts() throws IOException {
        interact(() -> theme.showTextSize(200));
        legible("large-settings");
        key(KeyCode.F1);
        legible("large-help");
        key(KeyCode.CONTROL, KeyCode.E);
        legible("large-ends");
        key(KeyCode.CONTROL, KeyCode.DIGIT1);
        legible("large-receipt");
        key(KeyCode.CONTROL, KeyCode.DIGIT2);
        legible("large-locked");
        assertThat(scene.getFocusOwner()).isNotNull();
        interact(() -> theme.showTextSize(100));
    }

    private void copyTo(Path stick) throws Exception {
        dialogs.folder = stick;
        press("copy-to");
        until(() -> lookup("#receipt-copied").query().isVisible(), "a copy");
        assertThat(stick.resolve("notes.zip")).exists();
        legible("copied");
    }

    /** What has gone there can be read until it is gone from there too. */
    private void emptyTrash() throws Exception {
        key(KeyCode.CONTROL, KeyCode.E);
        until(() -> lookup("#end-purge").tryQuery().isPresent(), "what is in the trash");
        legible("in-trash");
        press("end-purge");
        until(() -> lookup("#clear-password-0").tryQuery().isPresent());
        tabTo("clear-password-0");
        write("first hut by the sea");
        legible("purge");
        key(KeyCode.ENTER);
        until(() -> desk.services().ends().seen().get().isEmpty(), "nothing readable");
        legible("purged");
        key(KeyCode.CONTROL, KeyCode.DIGIT1);
    }

    /** A file is renamed, and that is written. */
    private void change() throws Exception {
        until(() -> open.session().inside().chosen().count() == 0);
        tabTo("inside");
        key(KeyCode.F2);
        until(() -> focused().equals("rename-field"), "the field");
        legible("rename");
        writeOver("rain.txt");
        key(KeyCode.ENTER);
        until(() -> open.session().changes().count().get() > 0);
        legible("pending");
        key(KeyCode.CONTROL, KeyCode.ENTER);
        until(() -> lookup("#written-seen").tryQuery().isPresent(), "written");
        until(() -> open.session().check().state().get().ended().isPresent());
        legible("written");
    }

    private void lockAnew() throws Exception {
        popover("lock-time");
        popover("extract-folder");
        press("brief-relock-cipher");
        legible("relock");
        tabTo("relock-password");
        write("second hut");
        tabTo("relock-password-again");
        write("second hut");
        ArchiveSession before = open.session();
        press("relock-take");
        until(() -> open.state().get() == OpenState.UNLOCKED && open.session() != before);
        until(() -> open.session().check().state().get().ended().isPresent());
        legible("relocked");
    }

    private void lookInside() throws TimeoutException {
        tabTo("inside");
        key(KeyCode.DOWN);
        key(KeyCode.RIGHT);
        key(KeyCode.DOWN);
        key(KeyCode.SPACE);
        key(KeyCode.ENTER);
        until(() -> open.session().inside().chosen().count() > 0);
        key(KeyCode.ENTER);
        until(() -> open.session().inside().chosen().count() == 0);
    }
}
