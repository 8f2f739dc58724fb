package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.words.Words;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.RadioButton;
import javafx.scene.control.Spinner;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;

/** The whole way from a folder to its generations and back, in the window. */
class RoundsWindowTest extends InWindow {
    private static final String PASSWORD = "second hut by the dyke";

    private Path season;
    private Path drive;

    @BeforeEach
    void makeFiles() throws IOException {
        Path own = Files.createTempDirectory(folder, "rounds");
        season = Files.createDirectories(own.resolve("Trench C"));
        drive = Files.createDirectories(own.resolve("Field drive"));
        Files.createDirectories(season.resolve("to-be-scanned"));
        Files.writeString(season.resolve("register.csv"), "C-101;ebb\n");
        Files.writeString(season.resolve(".survey-session"), "open");
        Files.writeString(season.resolve("diary.txt"), "Rain until noon.");
        Files.createSymbolicLink(season.resolve("latest.csv"), Path.of("register.csv"));
    }

    private boolean isShown(String id) {
        return inWindow(() -> lookup(id).queryAll().stream().anyMatch(RoundsWindowTest::isVisible));
    }

    /** Nothing changes meanwhile. */
    private static <T> T inWindow(Callable<T> look) {
        return WaitForAsyncUtils.waitForAsyncFx(10_000, look);
    }

    private static boolean isVisible(Node node) {
        for (Node each = node; each != null; each = each.getParent()) {
            if (!each.isVisible()) {
                return false;
            }
        }
        return true;
    }

    private void fire(String id) throws TimeoutException {
        until(() -> isShown(id), id);
        interact(() -> lookup(id).queryAs(ButtonBase.class).fire());
    }

    private void type(String id, String text) throws TimeoutException {
        until(() -> lookup(id).tryQuery().isPresent(), id);
        interact(() -> lookup(id).queryAs(TextField.class).setText(text));
    }

    private void goThere() {
        interact(() -> window.show(desk.rounds()));
    }

    /** A backup of the folder onto the drive, nothing of which has been made yet. */
    private void set() throws TimeoutException {
        goThere();
        dialogs.folder = season;
        fire("#rounds-add-folder");
        until(() -> brief().contains("Trench C"), "the round");
        fire("#round-place");
        type("#round-place-field", drive.toString());
        fire("#round-place-take");
        until(() -> brief().contains("to Field drive"), "the destination");
    }

    /** In the form that is quick to open. */
    private void firstRun() throws Exception {
        rounds.save(
                new Round(
                                "Trench C",
                                List.of(season),
                                List.of(),
                                false,
                                drive,
                                "Trench C",
                                Protection.AES_256,
                                Names.HIDDEN,
                                Method.DEFLATE,
                                Optional.empty())
                        .with(Backup.usual().in(Form.ZIP)));
        goThere();
        until(() -> isShown("#password"), "the fields");
        type("#password", PASSWORD);
        type("#password-again", PASSWORD);
        run();
    }

    private void run() throws TimeoutException {
        until(() -> !lookup("#round-run").queryAs(Button.class).isDisabled(), "ready to run");
        fire("#round-run");
        until(() -> isShown("#run-report") && isShown("#moment"), "a run");
        until(() -> !rows().isEmpty(), "compared");
    }

    private List<Object> rows() {
        return inWindow(
                () ->
                        lookup("#moment")
                                .<TableView<?>>tryQuery()
                                .map(table -> List.<Object>copyOf(table.getItems()))
                                .orElse(List.of()));
    }

    /** What the table says, a line each. */
    private String table() {
        return rows().toString();
    }

    private void lookAgain() {
        press(KeyCode.F5).release(KeyCode.F5);
    }

    private List<Path> generations() throws IOException {
        try (Stream<Path> files = Files.list(drive.resolve("Trench C"))) {
            return files.filter(file -> file.toString().contains("Z-")).sorted().toList();
        }
    }

    @Test
    void fromNothingToPuttingBackAndUndone() throws Exception {
        goThere();
        assertThat(brief()).startsWith("Back up nothing yet again and again.");
        picture("rounds-empty");
        set();
        picture("rounds-new");
        assertThat(brief())
                .startsWith("When asked, back up Trench C to Field drive: what changed,")
                .contains("14 generations, locked with AES-256, owners and links kept")
                .endsWith("It has not been run yet.");
        type("#password", PASSWORD);
        type("#password-again", PASSWORD);
        run();
        assertThat(stripText("#run-report")).contains("A whole generation was made and proved");
        assertThat(generations()).hasSize(1);
        assertThat(stripText(".foot")).contains("The one generation is there");
        assertThat(isShown("#round-put-back")).isFalse();

        Files.writeString(season.resolve("register.csv"), "lost\n");
        Files.delete(season.resolve("diary.txt"));
        Files.writeString(season.resolve("new.txt"), "of today");
        lookAgain();
        until(() -> isShown("#round-put-back"), "something differs");
        assertThat(text("#round-put-back")).isEqualTo("Put 2 files back");
        assertThat(text("#moment-line")).startsWith("Putting back changes 2 of 5.");
        picture("rounds-differs");
        fire("#round-put-back");
        until(() -> isShown("#put-back-report"), "put back");
        assertThat(stripText("#put-back-report")).contains("2 files are as they were");
        assertThat(season.resolve("register.csv")).hasContent("C-101;ebb");
        assertThat(season.resolve("diary.txt")).hasContent("Rain until noon.");
        assertThat(season.resolve("new.txt")).exists();
        picture("rounds-put-back");
        until(() -> !isShown("#round-put-back"), "nothing differs any more");

        fire("#put-back-undo");
        until(() -> isShown("#undo-report"), "undone");
        assertThat(season.resolve("register.csv")).hasContent("lost");
        assertThat(season.resolve("diary.txt")).doesNotExist();
        until(() -> isShown("#round-put-back"), "it differs again");
    }

    /** Locked before the check has come to its end. */
    @Tag("slow")
    @Test
    void lock_whileChecking_tellsTheDamageWithoutNames() throws Exception {
        firstRun();
        byte[] bytes = Files.readAllBytes(generations().get(0));
        bytes[bytes.length / 2] ^= 1;
        Files.write(generations().get(0), bytes);
        fire("#run-report-close");
        fire("#round-check");
        until(() -> isShown("#check-report"), "a check");
        assertThat(stripText(".foot")).contains("0 of 1 generations").doesNotContain("proved");
        pictures("rounds-check-bad");
        fire("#round-check");
        interact(() -> desk.rounds().lock());
        until(() -> isShown("#locked-report"), "the report");
        assertThat(isShown("#round-password")).isTrue();
        assertThat(stripText("#locked-report"))
                .contains("The generation of")
                .doesNotContain("diary", "register");
        pictures("rounds-locked-report");
        fire("#locked-close");
        until(() -> !isShown("#locked-report"), "closed");
    }

    private void pictures(String name) throws Exception {
        picture(name);
        interact(() -> theme.show(Appearance.DARK));
        picture(name + "-dark");
        interact(() -> theme.show(Appearance.LIGHT));
    }

    @Tag("slow")
    @Test
    void whatWasNotThereGoesOnlyIfThatIsTicked() throws Exception {
        firstRun();
        Files.writeString(season.resolve("new.txt"), "of today");
        lookAgain();
        until(() -> isShown("#moment-remove-new"), "the box");
        assertThat(isShown("#round-put-back")).isFalse();
        interact(() -> lookup("#moment-remove-new").queryAs(CheckBox.class).fire());
        assertThat(text("#round-put-back")).isEqualTo("Remove 1");
        fire("#round-put-back");
        until(() -> isShown("#put-back-report"), "removed");
        assertThat(season.resolve("new.txt")).doesNotExist();
        assertThat(season.resolve("diary.txt")).exists();
    }

    @Test
    void oneTickedFileGoesBackAlone() throws Exception {
        firstRun();
        Files.writeString(season.resolve("register.csv"), "lost\n");
        Files.writeString(season.resolve("diary.txt"), "lost");
        lookAgain();
        until(() -> isShown("#round-put-back"), "something differs");
        interact(
                () -> {
                    TableView<?> table = lookup("#moment").queryAs(TableView.class);
                    table.getSelectionModel().select(0);
                    table.requestFocus();
                });
        type(KeyCode.SPACE);
        until(() -> text("#round-put-back").equals("Put one file back"), "one");
        assertThat(text("#moment-line")).startsWith("Of what is ticked, putting back changes 1");
        fire("#round-put-back");
        until(() -> isShown("#put-back-report"), "put back");
        boolean register = Files.readString(season.resolve("register.csv")).equals("lost\n");
        boolean diary = Files.readString(season.resolve("diary.txt")).equals("lost");
        assertThat(register ^ diary).isTrue();
    }

    @Tag("slow")
    @Test
    void earlierMomentsArePickedAndFilesFoundThroughAll() throws Exception {
        firstRun();
        Files.writeString(season.resolve("diary.txt"), "Rain until noon. Then sun.");
        run();
        Files.delete(season.resolve("diary.txt"));
        run();
        until(() -> generations().size() == 3, "three");
        until(() -> lookup(".bar-button").queryAll().size() == 3, "three bars");
        until(() -> !rows().isEmpty() && !table().contains("diary.txt"), "the last moment");
        List<Node> bars = List.copyOf(lookup(".bar-button").queryAll());
        assertThat(bars).hasSize(3);
        interact(() -> ((Button) bars.get(0)).fire());
        until(() -> table().contains("diary.txt"), "the first moment");
        assertThat(table()).contains("against=GONE");

        type("#moment-find", "diary");
        until(() -> rows().size() == 1, "found");
        fire("#moment-history");
        until(() -> isShown("#found"), "history");
        assertThat(text("#found-title"))
                .isEqualTo("3 events for \u201cdiary\u201d through all generations");
        picture("rounds-found");
        fire("#found-back");
        until(() -> isShown("#moment"), "back");

        dialogs.folder = Files.createDirectories(folder.resolve("out-" + System.nanoTime()));
        fire("#round-take-out");
        until(() -> isShown("#extract-report"), "taken out");
        assertThat(dialogs.folder.resolve("Trench C/diary.txt")).hasContent("Rain until noon.");
        assertThat(season.resolve("diary.txt")).doesNotExist();
    }

    @Test
    void lockedNothingIsShownAndAWrongPasswordIsSaid() throws Exception {
        firstRun();
        press(KeyCode.CONTROL).type(KeyCode.L).release(KeyCode.CONTROL);
        until(() -> isShown("#round-locked"), "locked");
        assertThat(isShown("#moment")).isFalse();
        assertThat(lookup("#round-run").queryAs(Button.class).isDisabled()).isTrue();
        type("#round-password", "first hut");
        fire("#round-unlock");
        until(() -> stripText(".message").contains("This password does not open it."), "wrong");
        assertThat(lookup("#round-password").queryAs(TextField.class).getText())
                .isEqualTo("first hut");
        type("#round-password", PASSWORD);
        fire("#round-unlock");
        until(() -> isShown("#moment"), "open");
        clock.moveOn(Duration.ofHours(1));
        until(() -> isShown("#round-locked"), "locked by itself");
    }

    @Tag("slow")
    @Test
    void whatTheBriefSaysIsChangedAndKept() throws Exception {
        set();
        fire("#round-every");
        interact(() -> lookup("#round-days-7").queryAs(RadioButton.class).fire());
        fire("#round-done");
        until(() -> brief().startsWith("Every week, back up"), brief());
        fire("#round-keep");
        interact(
                () -> {
                    number("#round-keep-last").getValueFactory().setValue(5);
                    number("#round-keep-months").getValueFactory().setValue(12);
                });
        fire("#round-keep-take");
        until(() -> brief().contains("5 generations, 12 months"), brief());
        fire("#round-form");
        picture("rounds-form");
        interact(() -> lookup("#round-form-ZIP").queryAs(RadioButton.class).fire());
        fire("#round-done");
        until(() -> brief().contains("AES-256, names hidden, to be opened anywhere"), brief());
        fire("#round-roots");
        type("#round-patterns", "[");
        fire("#round-patterns-take");
        until(() -> text("#round-patterns-note").equals(Words.text("rules.nonsense")), "nonsense");
        type("#round-patterns", "*.tmp");
        fire("#round-patterns-take");
        fire("#round-rename");
        type("#round-new-name", "Evening copy");
        fire("#round-new-name-take");
        until(() -> stripText("#round-list").contains("Evening copy"), "renamed");
        Round kept = rounds.rounds().get(0);
        assertThat(kept.name()).isEqualTo("Evening copy");
        assertThat(kept.patterns()).containsExactly("*.tmp");
        assertThat(kept.backup().orElseThrow().every()).contains(Duration.ofDays(7));
        assertThat(kept.backup().orElseThrow().keep()).isEqualTo(new Keep(5, 0, 0, 12));
        assertThat(kept.backup().orElseThrow().form()).isEqualTo(Form.ZIP);
        until(() -> text("#place-note-rounds").equals("1 due"), "due");
        fire("#round-rename");
        fire("#round-forget");
        until(() -> brief().startsWith("Back up nothing yet"), "forgotten");
        assertThat(rounds.rounds()).isEmpty();
    }

    @SuppressWarnings("unchecked") // of numbers
    private Spinner<Integer> number(String id) {
        return lookup(id).queryAs(Spinner.class);
    }

    @Tag("slow")
    @Test
    void aDriveThatIsAwayIsSaidAndAnotherIsNotTakenForIt() throws Exception {
        firstRun();
        Path away = drive.resolveSibling("unplugged");
        Files.move(drive, away);
        lookAgain();
        until(() -> stripText(".foot").contains("The destination is not there"), "away");
        assertThat(stripText("#round-list")).contains("Field drive is not there");
        Files.createDirectories(drive); // another drive at the same place
        fire("#round-run");
        until(() -> stripText(".message").contains("is not there, or it is not the place"), "no");
        try (Stream<Path> files = Files.list(drive)) {
            assertThat(files).isEmpty();
        }
        picture("rounds-away");
        Files.delete(drive);
        Files.move(away, drive);
        lookAgain();
        until(() -> stripText(".foot").contains("The one generation is there"), "there again");
    }

    @Tag("slow")
    @Test
    void aCheckNamesWhatIsDamaged() throws Exception {
        firstRun();
        Path only = generations().get(0);
        byte[] bytes = Files.readAllBytes(only);
        bytes[bytes.length / 2] ^= 1;
        Files.write(only, bytes);
        fire("#round-check");
        until(() -> isShown("#check-report"), "checked");
        assertThat(stripText("#check-report")).contains("The next run stores again");
        assertThat(stripText(".foot")).contains("0 of 1 generations are good");
        picture("rounds-damaged");
    }

    @Tag("slow")
    @Test
    void aWholeOneIsMadeWhenThatIsAsked() throws Exception {
        firstRun();
        fire("#round-every");
        fire("#round-run-whole");
        until(() -> lookup(".bar-button").queryAll().size() == 2, "two bars");
        until(() -> stripText("#run-report").contains("A whole generation was made"), "whole");
    }

    /** The line below the numbers says what would go by them, and that is what goes. */
    @Test
    void whatIsRemovedNowIsWhatTheNumbersSay() throws Exception {
        firstRun();
        fire("#round-every");
        fire("#round-run-whole");
        until(() -> lookup(".bar-button").queryAll().size() == 2, "two bars");
        assertThat(generations()).hasSize(2);
        fire("#round-keep");
        interact(
                () -> {
                    for (String id : List.of("days", "weeks", "months")) {
                        number("#round-keep-" + id).getValueFactory().setValue(0);
                    }
                    number("#round-keep-last").getValueFactory().setValue(1);
                });
        fire("#round-prune");
        until(() -> generations().size() == 1, "one has gone");
        fire("#round-keep");
        assertThat(number("#round-keep-last").getValue()).as("the saved rule").isGreaterThan(1);
    }

    /** A new password is asked for twice, and everything is stored anew. */
    @Tag("slow")
    @Test
    void whereNoGenerationCanBeReadItBeginsAgain() throws Exception {
        firstRun();
        press(KeyCode.CONTROL).type(KeyCode.L).release(KeyCode.CONTROL);
        until(() -> isShown("#round-locked"), "locked");
        Files.write(generations().get(0), new byte[2_000]);
        type("#round-password", PASSWORD);
        fire("#round-unlock");
        until(() -> isShown("#password"), "a new one is asked for");
        type("#password", PASSWORD);
        type("#password-again", PASSWORD);
        run();
        until(() -> stripText("#run-report").contains("An earlier one is gone or damaged"), "said");
        assertThat(stripText("#run-report")).contains("A whole generation was made");
    }

    @Tag("slow")
    @Test
    void aPasswordThatNobodyKnowsIsAskedAbout() throws Exception {
        set();
        until(() -> isShown("#password-make"), "make");
        fire("#password-make");
        fire("#make-words");
        run();
        assertThat(isShown("#kept-password")).isTrue();
        picture("rounds-kept");
        fire("#round-rename");
        fire("#round-forget");
        assertThat(text("#round-more-note")).startsWith("Its password was made here");
        interact(() -> desk.services().popovers().close());
        interact(() -> window.close(() -> closed = true));
        until(() -> isShown("#password-question"), "asked");
        assertThat(closed).isFalse();
        fire("#question-have");
        until(() -> closed, "closed");
    }

    @Test
    void aRoundWithoutGenerationsIsPreparedWhereArchivesArePacked() throws Exception {
        rounds.save(
                new Round(
                        "To the finds specialist",
                        List.of(season),
                        List.of(),
                        false,
                        drive,
                        Round.DATE + ".zip",
                        Protection.AES_256,
                        Names.HIDDEN,
                        Method.DEFLATE,
                        Optional.empty()));
        goThere();
        until(() -> isShown("#round-job"), "the job");
        picture("rounds-job");
        fire("#round-prepare");
        until(() -> !pack.contents().selection().get().items().isEmpty(), "prepared");
        assertThat(pack.folder().get()).isEqualTo(drive);
    }

    @Tag("slow")
    @Test
    void aJobDoesNotTakeTheNameOfABackup() throws Exception {
        set();
        interact(() -> window.show(desk.pack()));
        assertThat(pack.rounds().rounds()).isEmpty();
        addStory();
        fire("#save-round");
        type("#round-name", "Trench C");
        fire("#round-save");
        assertThat(lookup("#round-message").queryAs(Labeled.class).getText())
                .isEqualTo("A backup has this name. Take another one.");
        assertThat(rounds.rounds().get(0).backup()).isPresent();
    }
}
