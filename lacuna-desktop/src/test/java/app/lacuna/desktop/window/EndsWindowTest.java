package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.clearing.RegisterOfTest;
import app.lacuna.common.Secret;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.places.pack.ThenClear;
import app.lacuna.password.Strength;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.control.ListView;
import javafx.scene.control.PasswordField;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** From packing to the last readable copy: clearing, undoing, the loose ends, packing a change. */
class EndsWindowTest extends InWindow {
    private static final String PASSWORD = "second hut by the dyke";

    private static final String SHA_OF_LEVELS =
            "cbf6d3a344b6cdc05893f974cbab31c42bdafe2bf0acee2aa8f02f834e53a160";

    private Path season;
    private Path register;

    @Override
    public void start(Stage stage) throws IOException {
        register = Files.createTempDirectory(folder, "register");
        RegisterOfTest.begin(register);
        super.start(stage);
        season = Files.createDirectory(outbox.resolve("season"));
        Files.writeString(season.resolve("levels.csv"), "1;2");
        Files.writeString(season.resolve("diary.txt"), "rain");
        Files.createDirectory(season.resolve("to-be-scanned"));
    }

    @AfterEach
    void forget() throws IOException {
        RegisterOfTest.end();
    }

    private void packSeason() throws Exception {
        interact(() -> pack.contents().add(List.of(season)));
        until(() -> !pack.contents().selection().get().items().isEmpty());
        typePasswordTwice(PASSWORD);
        until(() -> pack.ready().get());
        clickOn("#pack");
        until(() -> pack.packing().result().get().isPresent());
        until(() -> lookup("#originals-delete").tryQuery().isPresent());
    }

    private void press(String id) throws Exception {
        until(() -> lookup(id).tryQuery().isPresent());
        interact(() -> lookup(id).queryButton().fire());
    }

    private String ends() {
        return stripText("#ends-list");
    }

    private void showEnds() throws Exception {
        until(() -> lookup("#place-ends").query().isVisible());
        press("#place-ends");
        until(() -> !desk.services().ends().looking().running().get());
    }

    /** The files that it named are not known any more, so nothing is said to be safe. */
    @Test
    void aDamagedRecordIsShownUntilItIsDeleted() throws Exception {
        Path records = Files.createDirectories(register.resolve("ends"));
        Path record = Files.writeString(records.resolve("0123456789.end"), "not a record\n");
        interact(() -> desk.services().ends().look());
        showEnds();
        until(() -> ends().contains("is damaged"));
        assertThat(lookup("#place-ends").query().isVisible()).isTrue();
        assertThat(lookup("#place-ends").queryButton().getAccessibleText())
                .contains("1 loose end", "may still be readable");
        picture("loose-ends-damaged");
        interact(() -> theme.show(Appearance.DARK));
        picture("loose-ends-damaged-dark");
        interact(() -> theme.show(Appearance.LIGHT));
        press("#ends-damaged-delete");
        until(() -> !ends().contains("is damaged"));
        assertThat(record).doesNotExist();
        assertThat(lookup("#place-ends").query().isVisible()).isFalse();
    }

    @Test
    void originalsGoToTheTrashComeBackAndAreDeleted() throws Exception {
        packSeason();
        until(() -> !desk.services().ends().seen().get().isEmpty());
        assertThat(lookup("#place-ends").query().isVisible()).isTrue();
        press("#originals-trash");
        until(() -> lookup("#clear-do").tryQuery().isPresent());
        assertThat(lookup("#clear-list").<ListView<?>>query().getItems()).hasSize(4);
        picture("clear-asked");
        assertThat(season.resolve("levels.csv")).as("only asked").exists();
        press("#clear-do");
        until(() -> lookup("#originals-undo").tryQuery().isPresent());
        assertThat(season).doesNotExist();
        picture("clear-trashed");
        press("#originals-undo");
        until(() -> Files.exists(season.resolve("levels.csv")));
        until(() -> lookup("#originals-delete").tryQuery().isPresent());
        press("#originals-delete");
        press("#clear-do");
        until(() -> !Files.exists(season));
        until(() -> !lookup("#place-ends").query().isVisible());
        assertThat(stripText("#receipt-originals")).contains("2 originals are deleted");
        picture("clear-deleted");
    }

    @Test
    void whatWasChangedAfterTheProofStaysAndIsSaid() throws Exception {
        packSeason();
        Files.writeString(season.resolve("diary.txt"), "snow");
        press("#originals-delete");
        until(() -> lookup("#clear-do").tryQuery().isPresent());
        press("#clear-do");
        until(() -> lookup("#clear-stayed").tryQuery().isPresent());
        assertThat(season.resolve("diary.txt")).hasContent("snow");
        assertThat(season.resolve("levels.csv")).doesNotExist();
        picture("clear-stayed");
    }

    @Tag("slow")
    @Test
    void theBriefCanSayThatTheyGoAfterTheProof() throws Exception {
        interact(() -> pack.contents().add(List.of(season)));
        until(() -> !pack.contents().selection().get().items().isEmpty());
        assertThat(brief()).endsWith("then prove that it opens and keep the originals.");
        clickOn("#brief-then");
        clickOn("#then-DELETE").clickOn("#then-done");
        assertThat(pack.form().thenClear().get()).isEqualTo(ThenClear.DELETE);
        assertThat(brief()).endsWith("and delete the originals.");
        typePasswordTwice(PASSWORD);
        until(() -> pack.ready().get());
        clickOn("#pack");
        until(() -> pack.packing().result().get().isPresent());
        until(() -> !Files.exists(season));
        until(() -> stripText("#receipt-originals").contains("2 originals are deleted"));
    }

    /** What was made here and is known to nobody must not be all that leads to the only copy. */
    @Test
    void nothingGoesBeforeSomebodyHasTheMadePassword() throws Exception {
        interact(() -> pack.contents().add(List.of(season)));
        until(() -> !pack.contents().selection().get().items().isEmpty());
        interact(
                () -> {
                    pack.form().thenClear().set(ThenClear.DELETE);
                    pack.newPassword()
                            .take(Secret.takeOver(PASSWORD.toCharArray()), Strength.ofRandom(27));
                });
        until(() -> pack.ready().get());
        clickOn("#pack");
        until(() -> pack.packing().result().get().isPresent());
        until(() -> lookup("#originals-delete").tryQuery().isPresent());
        assertThat(lookup("#originals-delete").query().isDisabled()).isTrue();
        assertThat(stripText("#receipt-originals")).contains("First keep the password");
        assertThat(season.resolve("levels.csv")).exists();
        picture("clear-password-first");
        press("#kept-have");
        until(() -> !Files.exists(season));
    }

    @Test
    void aRoundClearsNothing() throws Exception {
        interact(
                () -> {
                    pack.contents().add(List.of(season));
                    pack.form().thenClear().set(ThenClear.DELETE);
                    pack.form().ofRound(true);
                });
        until(() -> !pack.contents().selection().get().items().isEmpty());
        assertThat(pack.form().thenClear().get()).isEqualTo(ThenClear.KEEP);
        assertThat(brief()).endsWith("then prove that it opens.");
    }

    @Test
    void looseEndsAreNamedKeptAndClearedWithThePassword() throws Exception {
        packSeason();
        showEnds();
        assertThat(brief()).contains("7 bytes in 1 place");
        assertThat(ends()).contains("2 originals in season");
        picture("loose-ends");
        interact(() -> theme.show(Appearance.DARK));
        picture("loose-ends-dark");
        interact(() -> theme.show(Appearance.LIGHT));
        press("#end-keep");
        until(() -> ends().contains("Readable because you want it so"));
        until(() -> !lookup("#place-ends").query().isVisible());
        press("#end-again");
        until(() -> lookup("#place-ends").query().isVisible());
        press("#ends-clear");
        until(() -> lookup("#clear-password-0").tryQuery().isPresent());
        press("#clear-do");
        until(() -> lookup("#clear-stayed").tryQuery().isPresent());
        assertThat(stripText("#clear-stayed")).contains("password of its archive was not given");
        assertThat(season.resolve("levels.csv")).exists();
        press("#clear-seen");
        press("#ends-clear");
        until(() -> lookup("#clear-password-0").tryQuery().isPresent());
        interact(() -> lookup("#clear-password-0").<PasswordField>query().setText("third hut"));
        press("#clear-do");
        until(() -> stripText("#clear-panel").contains("not the password"));
        assertThat(season.resolve("levels.csv")).exists();
        press("#clear-seen");
        press("#ends-clear");
        until(() -> lookup("#clear-password-0").tryQuery().isPresent());
        interact(() -> lookup("#clear-password-0").<PasswordField>query().setText(PASSWORD));
        picture("loose-ends-asked");
        press("#clear-do");
        until(() -> !Files.exists(season));
        until(() -> ends().contains("are named here until they are cleared"));
        picture("loose-ends-none");
    }

    @Tag("slow")
    @Test
    void whatIsInTheTrashIsPurgedAndNothingElse() throws Exception {
        packSeason();
        press("#originals-trash");
        press("#clear-do");
        until(() -> !Files.exists(season));
        showEnds();
        until(() -> ends().contains("in the trash"));
        picture("loose-ends-trash");
        press("#end-purge");
        until(() -> lookup("#clear-password-0").tryQuery().isPresent());
        interact(() -> lookup("#clear-password-0").<PasswordField>query().setText(PASSWORD));
        interact(() -> desk.ends().lock());
        until(() -> lookup("#clear-password-0").tryQuery().isEmpty(), "locked: nothing is typed");
        press("#end-purge");
        until(() -> lookup("#clear-password-0").tryQuery().isPresent());
        interact(() -> lookup("#clear-password-0").<PasswordField>query().setText(PASSWORD));
        press("#clear-do");
        until(() -> desk.services().ends().seen().get().isEmpty());
        try (Stream<Path> left = Files.list(folder.resolve("data/Trash/files"))) {
            assertThat(left.map(path -> path.getFileName().toString()))
                    .doesNotContain("levels.csv", "diary.txt");
        }
    }

    @Tag("slow")
    @Test
    void aChangeIsPackedFromThere() throws Exception {
        Path archive =
                packed(outbox.resolve("w.zip"), PackOptions.STANDARD, PASSWORD, List.of(season));
        openArchive(archive, PASSWORD);
        clickOn("#extract-all");
        until(() -> open.session().extract().report().get().isPresent());
        Path out = open.session().extract().folder().get();
        Files.writeString(out.resolve("season/levels.csv"), "1;3 newer");
        showEnds();
        until(() -> ends().contains("newer than in the archive"));
        picture("loose-ends-newer");
        press("#end-pack");
        typePassword(PASSWORD);
        until(() -> open.state().get() == OpenState.UNLOCKED);
        until(() -> open.session().changes().count().get() == 1);
        press("#write-changes");
        until(() -> open.session().written().isPresent());
        showEnds();
        until(() -> !ends().contains("newer than in the archive"));
    }

    @Test
    void provedAgainAgainstTheOriginalsAndReported() throws Exception {
        packSeason();
        Path archive = pack.packing().result().get().orElseThrow().archive();
        Files.writeString(season.resolve("diary.txt"), "snow");
        openArchive(archive, PASSWORD);
        press("#prove-again");
        press("#prove-now");
        until(() -> !text("#proving-result").isEmpty());
        assertThat(text("#proving-result")).contains("3 of 4 items are identical");
        picture("proved-again");
        dialogs.files = List.of(outbox);
        press("#proving-TEXT");
        until(() -> text("#proving-saved").contains("report.txt"));
        press("#proving-DIGESTS");
        until(() -> text("#proving-saved").contains("sha256.txt"));
        String stem = archive.getFileName().toString().replace(".zip", "");
        assertThat(outbox.resolve(stem + "-report.txt")).content().contains("season/levels.csv: ");
        assertThat(outbox.resolve(stem + "-sha256.txt"))
                .content()
                .contains(
                        // "1;2", by sha256sum of GNU coreutils
                        SHA_OF_LEVELS + "  season/levels.csv\n");
        showEnds();
        until(() -> ends().contains("report.txt"));
    }

    @Test
    void closingAsksOnceAboutCopiesThatAreOpenInPrograms() throws Exception {
        Path archive =
                packed(outbox.resolve("w.zip"), PackOptions.STANDARD, PASSWORD, List.of(season));
        openArchive(archive, PASSWORD);
        interact(
                () ->
                        open.session()
                                .openOutside(
                                        open
                                                .session()
                                                .changes()
                                                .plan()
                                                .get()
                                                .orElseThrow()
                                                .entries()
                                                .stream()
                                                .filter(
                                                        entry ->
                                                                entry.path().endsWith("levels.csv"))
                                                .findFirst()
                                                .orElseThrow()));
        until(() -> open.session().outside().count().get() == 1);
        showEnds();
        until(() -> ends().contains("open in another program"));
        picture("loose-ends-outside");
        interact(() -> window.close(() -> closed = true));
        until(() -> lookup("#leave-lose").tryQuery().isPresent());
        until(() -> lookup("#leaving").query().isVisible());
        assertThat(closed).isFalse();
        assertThat(stripText("#leaving")).contains("open in another program");
        picture("leaving-copies");
        Path copy = openedOutside.get(0);
        press("#leave-lose");
        until(() -> closed);
        until(() -> !Files.exists(copy));
    }

    @Test
    void aCopyIsReadBackAndCompared() throws Exception {
        packSeason();
        Path stick = Files.createDirectory(outbox.resolve("stick"));
        dialogs.files = List.of(stick);
        press("#copy-to");
        until(() -> !text("#receipt-copied").isEmpty());
        assertThat(text("#receipt-copied")).contains("compared byte for byte");
        Path archive = pack.packing().result().get().orElseThrow().archive();
        assertThat(stick.resolve(archive.getFileName())).hasSameBinaryContentAs(archive);
        picture("copied");
        press("#copy-to");
        until(() -> text("#receipt-copied").contains("is there already"));
    }
}
