package app.lacuna.desktop.window;

import static org.testfx.util.WaitForAsyncUtils.waitFor;
import static org.testfx.util.WaitForAsyncUtils.waitForAsyncFx;

import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.app.Desk;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.look.Fonts;
import app.lacuna.desktop.look.Theme;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.places.open.OpenViewModel;
import app.lacuna.desktop.places.pack.PackViewModel;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.shell.Window;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.drive.BurnList;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.messages.Language;
import app.lacuna.rounds.OpenHistory;
import app.lacuna.rounds.RoundStore;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import app.lacuna.state.Settings;
import app.lacuna.trash.FreedesktopTrash;
import app.lacuna.trash.Trash;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.ConcurrentModificationException;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Labeled;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.api.FxRobotInterface;
import org.testfx.framework.junit5.ApplicationTest;
import org.testfx.robot.Motion;
import org.testfx.service.query.PointQuery;

/** The real window on a (virtual) display, with what every test of it needs. */
abstract class InWindow extends ApplicationTest {
    @TempDir static Path folder;
    static List<Path> story;

    private final RealInput input = new RealInput(robotContext());
    final ChosenByTest dialogs = new ChosenByTest();
    PackViewModel pack;
    OpenViewModel open;
    Desk desk;
    Window window;
    Scene scene;
    Theme theme;
    Path outbox;
    OpenHistory history;
    RoundStore rounds;
    boolean closed;
    final List<Path> openedOutside = new ArrayList<>();
    final Programs programs = openedOutside::add;
    final MovableClock clock = MovableClock.running();

    /** What the system's dialogs would have returned. */
    static final class ChosenByTest implements FileDialogs {
        List<Path> files = List.of();

        /** The first of the files if there is none. */
        Path folder;

        /** Done while a dialog is open. */
        Runnable meanwhile = () -> {};

        @Override
        public List<Path> chooseFiles(String title) {
            return files;
        }

        @Override
        public Optional<Path> chooseFile(String title) {
            return files.stream().findFirst();
        }

        @Override
        public Optional<Path> chooseFolder(String title) {
            return folder == null ? files.stream().findFirst() : Optional.of(folder);
        }

        @Override
        public Optional<Path> chooseTarget(String title, String name) {
            meanwhile.run();
            return files.stream().findFirst().map(folder -> folder.resolve(name));
        }
    }

    @BeforeAll
    static void makeStory() throws IOException {
        story = Story.copiedTo(folder.resolve("story"));
    }

    @Override
    public void start(Stage stage) throws IOException {
        input.watch();
        Fonts.load();
        speak();
        outbox = Files.createTempDirectory(folder, "outbox");
        history = new OpenHistory(Files.createTempDirectory(folder, "state"));
        rounds = new RoundStore(Files.createTempDirectory(folder, "state"));
        desk =
                new Desk(
                        outfit(
                                Services.of(
                                        Threads.real(),
                                        clock,
                                        dialogs,
                                        programs,
                                        Optional.of(trash()),
                                        settings())),
                        new Desk.Kept(
                                rounds,
                                history,
                                new BurnList(Files.createTempDirectory(folder, "state"))),
                        outbox);
        window = desk.window();
        open = desk.open().model();
        pack = desk.newestPack();
        pack.folder().set(folder);
        pack.folder().set(outbox); // chosen, and not beside the originals
        scene = new Scene(window.shell(), 1240, 795);
        theme = new Theme(scene, desk.services().look());
        theme.show(Appearance.LIGHT);
        window.listenOn(scene, theme);
        stage.setScene(scene);
        stage.sizeToScene(); // it is the stage of the test before, however small that made it
        stage.show();
        stage.toFront();
        stage.requestFocus(); // nobody manages the windows of a virtual display
    }

    /** What the places are made with, if it is not what is usual. */
    Services outfit(Services usual) throws IOException {
        return usual;
    }

    /** Nobody's, to begin with. */
    Settings settings() throws IOException {
        return new Settings(Files.createTempDirectory(folder, "config"));
    }

    /** In the folder of the tests: nothing lands in the trash of whoever runs them. */
    private static Trash trash() throws IOException {
        int user = (Integer) Files.getAttribute(folder, "unix:uid");
        return new FreedesktopTrash(folder.resolve("data"), user, Clock.systemDefaultZone());
    }

    /** The language that the window is built in. */
    void speak() {
        Words.speak(Language.ENGLISH);
    }

    @Override
    public void stop() {
        input.end();
        window.end();
        Words.speak(Language.ENGLISH);
    }

    static void until(Callable<Boolean> condition) throws TimeoutException {
        until(condition, "it");
    }

    static void until(Callable<Boolean> condition, String what) throws TimeoutException {
        try {
            waitFor(
                    Integer.getInteger("until.seconds", 60),
                    TimeUnit.SECONDS,
                    () -> isTrue(condition));
        } catch (TimeoutException e) {
            throw new AssertionError("waited for " + what + " in vain", e);
        }
        settle();
    }

    /** The page may change while the test goes through its parts: then it looks again. */
    private static boolean isTrue(Callable<Boolean> condition) throws Exception {
        try {
            return condition.call();
        } catch (IndexOutOfBoundsException | ConcurrentModificationException e) {
            return false;
        }
    }

    /** Says whether a file has these contents; while it is being replaced there is none. */
    static boolean holds(Path file, String contents) throws IOException {
        try {
            return Files.readString(file).equals(contents);
        } catch (NoSuchFileException e) {
            return false;
        }
    }

    void addStory() throws TimeoutException {
        dialogs.files = story;
        clickOn("#add-files");
        until(() -> !pack.contents().selection().get().items().isEmpty());
    }

    /** What is waiting on the interface thread has been done, and the page is laid out. */
    static void settle() {
        RealInput.settle();
    }

    @Override
    public FxRobot clickOn(PointQuery where, Motion motion, MouseButton... buttons) {
        input.click(waitForAsyncFx(10_000, where::query), buttons);
        return this;
    }

    @Override
    public FxRobot press(KeyCode... keys) {
        input.press(keys);
        return this;
    }

    @Override
    public FxRobot release(KeyCode... keys) {
        input.release(keys);
        return this;
    }

    @Override
    public FxRobot type(KeyCode... keys) {
        input.type(keys);
        return this;
    }

    @Override
    public FxRobot interact(Runnable change) {
        waitForAsyncFx(
                60_000,
                () -> {
                    change.run();
                    return null;
                });
        settle();
        return this;
    }

    @Override
    public <T> FxRobot interact(Callable<T> change) {
        waitForAsyncFx(60_000, change);
        settle();
        return this;
    }

    /**
     * Into what has the focus, by events as the keys make them; the robot takes a second for ten.
     */
    @Override
    public FxRobot write(String text) {
        waitForAsyncFx(
                10_000,
                () -> {
                    text.chars().forEach(typed -> type(String.valueOf((char) typed)));
                    return null;
                });
        settle();
        return this;
    }

    private void type(String character) {
        Event.fireEvent(
                scene.getFocusOwner(),
                new KeyEvent(
                        KeyEvent.KEY_TYPED,
                        character,
                        "",
                        KeyCode.UNDEFINED,
                        false,
                        false,
                        false,
                        false));
    }

    void typePasswordTwice(String password) {
        clickOn("#password").write(password);
        clickOn("#password-again").write(password);
    }

    void packStory(String password) throws TimeoutException {
        addStory();
        typePasswordTwice(password);
        until(() -> pack.ready().get());
        clickOn("#pack");
        until(() -> pack.packing().result().get().isPresent());
    }

    String text(String id) {
        return lookup(id).queryAs(Labeled.class).getText();
    }

    /** Everything that is written in a part of the page. */
    String stripText(String id) {
        return lookup(id + " .label").queryAll().stream()
                .map(node -> ((Labeled) node).getText())
                .reduce("", (before, text) -> before + " " + text);
    }

    String brief() {
        return waitForAsyncFx(10_000, () -> wordsOf(lookup(".brief").queryAs(TextFlow.class)));
    }

    private static String wordsOf(TextFlow line) {
        StringBuilder words = new StringBuilder();
        for (Node node : line.getChildren()) {
            words.append(node instanceof Text text ? text.getText() : ((Labeled) node).getText());
        }
        return words.toString();
    }

    /** Opens an archive on the page and unlocks it; an empty password if it has none. */
    void openArchive(Path archive, String password) throws TimeoutException {
        interact(() -> desk.take(List.of(archive)));
        until(() -> open.state().get() != OpenState.NOTHING && !open.opening().running().get());
        if (!password.isEmpty()) {
            typePassword(password);
        }
        until(() -> open.state().get() == OpenState.UNLOCKED);
        until(() -> open.session().check().state().get().ended().isPresent());
    }

    /**
     * Of the list of what is inside; what was seen before it was opened may have the same names.
     */
    FxRobotInterface clickOnRow(String name) throws TimeoutException {
        until(() -> from(lookup("#inside")).lookup(name).tryQuery().isPresent(), name);
        return clickOn(from(lookup("#inside")).lookup(name).<Node>query());
    }

    /** On the locked page, whatever has the focus. */
    void typePassword(String password) throws TimeoutException {
        until(() -> open.state().get() == OpenState.LOCKED);
        until(() -> lookup("#open-password").tryQuery().isPresent());
        clickOn("#open-password");
        press(KeyCode.CONTROL).type(KeyCode.A).release(KeyCode.CONTROL);
        write(password).type(KeyCode.ENTER);
    }

    /** Looks at the file whose path ends like this. */
    void look(String ending) throws TimeoutException {
        interact(
                () ->
                        open.session().changes().plan().get().orElseThrow().entries().stream()
                                .filter(entry -> entry.path().endsWith(ending))
                                .findFirst()
                                .ifPresent(open.session()::view));
        until(() -> !(open.session().viewer().viewed().get() instanceof Viewed.Reading));
        settle();
    }

    /** A picture of the window as it is, for whoever wants to look at it. */
    void picture(String name) throws IOException {
        Path pictures = Files.createDirectories(Path.of("target/pictures"));
        settle();
        WritableImage[] image = new WritableImage[1];
        interact(() -> image[0] = scene.snapshot(null));
        BufferedImage copy = ContactSheet.copy(image[0]);
        ImageIO.write(copy, "png", pictures.resolve(name + ".png").toFile());
    }

    /** A part of the window as it is. */
    WritableImage pictureOf(Node part) {
        settle();
        WritableImage[] image = new WritableImage[1];
        interact(() -> image[0] = part.snapshot(null, null));
        return image[0];
    }

    /** Packs without the window. */
    static Path packed(Path archive, PackOptions options, String password, List<Path> roots)
            throws IOException {
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never()).scan(roots),
                        archive,
                        options,
                        Existing.KEEP,
                        PackRequest.AfterPacking.TRUST);
        try (Secret secret = Secret.takeOver(password.toCharArray())) {
            Optional<Secret> given =
                    options.protection().needsPassword() ? Optional.of(secret) : Optional.empty();
            new PackJob(request, given, ProgressListener.none(), CancelToken.never()).run();
        }
        return archive;
    }
}
