package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.ui.Spoken;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeoutException;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What a screen reader is told by the toolkit: names, states, and what changes meanwhile. */
class SpokenWindowTest extends InWindow {
    private static final String PASSWORD = "second hut by the dyke";

    private Path archive;

    @BeforeEach
    void packOne() throws Exception {
        Path own = Files.createTempDirectory(folder, "spoken");
        Path season = Files.createDirectories(own.resolve("season/drawings"));
        Files.writeString(season.resolve("plan.txt"), "a, b");
        Files.writeString(season.resolveSibling("diary.txt"), "rain, little done");
        archive =
                packed(
                        own.resolve("notes.zip"),
                        PackOptions.STANDARD,
                        PASSWORD,
                        List.of(own.resolve("season")));
    }

    private static Object asked(Node node, AccessibleAttribute what, Object... with) {
        return node.queryAccessibleAttribute(what, with);
    }

    /** What is read of what has the focus. */
    private String read() {
        settle();
        Node owner = scene.getFocusOwner();
        return owner == null ? "" : String.valueOf(Legible.name(owner));
    }

    private void press(KeyCode key) {
        super.press(key).release(key);
        settle();
    }

    /** Every part that the key goes to, once around. */
    private List<String> told() {
        List<String> all = new ArrayList<>();
        press(KeyCode.F6);
        for (Node first = scene.getFocusOwner(); all.size() < 20; press(KeyCode.F6)) {
            if (!all.isEmpty() && scene.getFocusOwner() == first) {
                return all;
            }
            all.add(read());
        }
        return all;
    }

    @Test
    void aFailureIsToldInFrontOfWhatHasTheFocus() throws Exception {
        openArchiveLocked();
        write("first hut");
        press(KeyCode.ENTER);
        until(() -> read().startsWith("This password does not open it."), "the failure");
        Node field = scene.getFocusOwner();
        assertThat(field.getId()).isEqualTo("open-password");
        assertThat(read()).endsWith(" Password").doesNotContain("first hut");
        press(KeyCode.TAB);
        assertThat(Legible.name(field)).isEqualTo("Password");
        assertThat(told())
                .anyMatch(words -> words.startsWith("This password does not open it."))
                .noneMatch(words -> words.contains("first hut"));
    }

    private void openArchiveLocked() throws TimeoutException {
        interact(() -> desk.take(List.of(archive)));
        until(() -> open.state().get() == OpenState.LOCKED);
        until(() -> lookup("#open-password").tryQuery().isPresent());
        settle();
    }

    @Test
    void whatIsPackedIsReadAndGoneOnFrom() throws Exception {
        interact(() -> desk.take(List.of(archive.resolveSibling("season"))));
        until(() -> !pack.contents().selection().get().items().isEmpty());
        typePasswordTwice(PASSWORD);
        until(() -> pack.ready().get());
        String before = String.join(" ", told());
        assertThat(before)
                .contains("The archive appears only when it is proved.")
                .doesNotContain(PASSWORD);
        super.press(KeyCode.CONTROL).type(KeyCode.ENTER).release(KeyCode.CONTROL);
        until(() -> pack.packing().result().get().isPresent());
        until(() -> read().contains("Proved."), "the receipt");
        assertThat(read())
                .startsWith("Done. Packed. ")
                .contains("4 readable originals")
                .doesNotContain(PASSWORD);
        press(KeyCode.TAB);
        assertThat(scene.getFocusOwner().getId()).isEqualTo("copy-to");
    }

    @Test
    void aReportIsToldWhileTheTableKeepsTheFocus() throws Exception {
        openArchive(archive, PASSWORD);
        dialogs.folder = Files.createDirectories(archive.resolveSibling("out"));
        interact(() -> open.session().extract().folder().set(dialogs.folder));
        interact(() -> lookup("#inside").query().requestFocus());
        interact(() -> open.session().extractAll());
        until(() -> read().contains("Done. 4 of 4 items came out"), "the report");
        assertThat(read()).endsWith("Inside");
        assertThat(scene.getFocusOwner().getId()).isEqualTo("inside");
        assertThat(told()).anyMatch(words -> words.startsWith("Done. 4 of 4 "));
    }

    @Test
    void whatIsReadChangesWhereItIsRead() throws Exception {
        interact(() -> desk.take(List.of(archive.resolveSibling("season"))));
        until(() -> !pack.contents().selection().get().items().isEmpty());
        for (int i = 0; i < 20 && !read().contains("password"); i++) {
            press(KeyCode.F6);
        }
        String before = read();
        Node part = scene.getFocusOwner();
        interact(() -> pack.password().first().set(PASSWORD));
        interact(() -> pack.password().second().set(PASSWORD));
        until(() -> pack.ready().get());
        until(() -> !read().equals(before), "other words");
        assertThat(scene.getFocusOwner()).isSameAs(part);
    }

    @Test
    void statesAreTold() throws Exception {
        addStory();
        clickOn("#brief-names");
        until(() -> lookup("#names-HIDDEN").tryQuery().isPresent());
        RadioButton hidden = lookup("#names-HIDDEN").queryAs(RadioButton.class);
        RadioButton visible = lookup("#names-VISIBLE").queryAs(RadioButton.class);
        interact(visible::fire);
        assertThat(asked(visible, AccessibleAttribute.SELECTED)).isEqualTo(true);
        assertThat(asked(hidden, AccessibleAttribute.SELECTED)).isEqualTo(false);
        press(KeyCode.ESCAPE);

        openArchive(archive, PASSWORD);
        CheckBox tick = lookup("#inside .check-box").queryAs(CheckBox.class);
        interact(tick::fire);
        assertThat(asked(tick, AccessibleAttribute.SELECTED)).isEqualTo(true);
    }

    private static String name(Node node) {
        return String.valueOf(Legible.name(node));
    }

    /** In memory, too: the margin is there for as long as the window. */
    @Test
    void whatWasToldOfAnArchiveIsForgottenWhenItLocks() throws Exception {
        Node margin = refusedAndTold();
        assertThat(name(margin)).as("told in front of it").contains("diary.txt");
        interact(open::lock);
        until(() -> open.state().get() == OpenState.LOCKED);
        settle();
        assertThat(name(margin)).doesNotContain("diary").contains("Settings");
    }

    /** A failure that names a file, while the focus is in the margin. */
    private Node refusedAndTold() throws Exception {
        openArchive(archive, PASSWORD);
        Node margin = lookup("#place-settings").query();
        interact(margin::requestFocus);
        interact(
                () -> {
                    Label news = new Label("season/diary.txt is not there any more.");
                    news.setVisible(false);
                    ((Pane) lookup("#inside").query().getParent()).getChildren().add(news);
                    Spoken.news(news);
                    news.setVisible(true);
                });
        until(() -> read().startsWith("season/diary.txt is not there"), "the news");
        return margin;
    }

    /** The name that a part of the page is given meanwhile is not taken from it again. */
    @Test
    void aNameThatIsGivenMeanwhileStays() throws Exception {
        Node margin = refusedAndTold();
        interact(() -> margin.setAccessibleText("Settings, changed"));
        press(KeyCode.TAB);
        assertThat(name(margin)).isEqualTo("Settings, changed");
        interact(margin::requestFocus);
        interact(() -> margin.setAccessibleText("Settings, kept"));
        press(KeyCode.TAB);
        assertThat(name(margin)).isEqualTo("Settings, kept");
    }

    /** A button that says something else now is called what it says. */
    @Test
    void aButtonIsCalledWhatItSaysNow() throws Exception {
        openArchive(archive, PASSWORD);
        Button lock = lookup("#lock").queryButton();
        interact(lock::requestFocus);
        dialogs.folder = Files.createDirectories(archive.resolveSibling("out"));
        interact(() -> open.session().extract().folder().set(dialogs.folder));
        interact(() -> open.session().extractAll());
        until(() -> read().contains("Done. 4 of 4 items came out"), "the report");
        assertThat(scene.getFocusOwner()).isSameAs(lock);
        interact(() -> lock.setText("Close"));
        assertThat(read()).isEqualTo("Close");
    }

    /** News that come below what is seen do not carry away the field that somebody writes in. */
    @Test
    void aFieldStaysInSightWhileSomebodyWritesInIt() throws Exception {
        TextField field = new TextField();
        Label news = new Label("");
        Region between = new Region();
        between.setMinHeight(900);
        ScrollPane pane = new ScrollPane(new VBox(field, between, news));
        interact(
                () -> {
                    ((Pane) lookup("#add-files").query().getParent()).getChildren().add(pane);
                    pane.setMinHeight(200);
                    pane.setMaxHeight(200);
                });
        settle();
        interact(field::requestFocus);
        assertThat(scene.getFocusOwner()).isSameAs(field);
        interact(() -> Spoken.news(news));
        interact(() -> news.setText("There is one already."));
        until(() -> !name(news).isEmpty());
        settle();
        assertThat(pane.getVvalue()).isZero();
        interact(() -> lookup("#add-files").query().requestFocus());
        interact(() -> news.setText("There are two already."));
        until(() -> pane.getVvalue() > 0.9);
    }
}
