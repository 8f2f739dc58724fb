package app.lacuna.desktop.app;

import app.lacuna.desktop.app.Start.Wish;
import app.lacuna.desktop.jobs.DesktopTrash;
import app.lacuna.desktop.jobs.FilesFromSystem;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.look.Fonts;
import app.lacuna.desktop.look.Theme;
import app.lacuna.desktop.shell.LongWork;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.shell.WorkTitle;
import app.lacuna.desktop.system.Desktop;
import app.lacuna.desktop.ui.SystemFileDialogs;
import app.lacuna.disc.drive.DiscDrive;
import app.lacuna.state.Settings;
import app.lacuna.state.StateFolder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.ServiceLoader;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.geometry.Rectangle2D;
import javafx.scene.Scene;
import javafx.scene.image.Image;
import javafx.stage.Screen;
import javafx.stage.Stage;
import javafx.util.Duration;

/** The program. Arguments: files and folders to pack, or one archive to open. */
public class LacunaApp extends Application {
    private static final double WIDTH = 1280;
    private static final double HEIGHT = 800;
    private static final Duration LOOK_EVERY = Duration.millis(50);
    private static final Duration AT_MOST = Duration.seconds(20);

    /** The toolkit makes the object itself: what it starts with can only be put here. */
    private static final UntilTaken<Start> SECOND_STARTS = new UntilTaken<>();

    private static Optional<OneWindow> oneWindow = Optional.empty();

    private Desk desk;

    /** Before the toolkit is started: until there is a window, what they bring waits for it. */
    static void hearSecondStarts(OneWindow window) {
        oneWindow = Optional.of(window);
        window.listen(SECOND_STARTS);
    }

    @Override
    public void start(Stage stage) {
        Platform.setImplicitExit(false);
        Fonts.load();
        desk =
                new Desk(
                        outfit(
                                withDrive(
                                        Services.of(
                                                Threads.real(),
                                                Clock.systemDefaultZone(),
                                                new SystemFileDialogs(stage),
                                                Programs.ofThisComputer(),
                                                DesktopTrash.ofThisComputer(),
                                                Settings.ofThisUser()))),
                        Desk.Kept.in(StateFolder.ofThisUser()),
                        startFolder());
        Runtime.getRuntime().addShutdownHook(new Thread(desk.open().model()::wipeNow));
        stage.setOnCloseRequest(
                event -> {
                    event.consume();
                    desk.window().close(() -> end(stage));
                });
        Scene scene = new Scene(desk.window().shell(), WIDTH, HEIGHT);
        Theme theme = new Theme(scene, desk.services().look());
        desk.window().listenOn(scene, theme);
        new LongWork(
                desk.services().book(),
                Desktop.ofThisSession(),
                desk.services().clock(),
                () -> stage.isFocused() && !stage.isIconified());
        stage.titleProperty().bind(new WorkTitle(desk.services().book()).text());
        stage.getIcons()
                .add(
                        new Image(
                                LacunaApp.class.getResourceAsStream(
                                        "/app/lacuna/desktop/icon.png")));
        stage.setScene(scene);
        stage.setMinWidth(960);
        stage.setMinHeight(640);
        fit(stage);
        stage.show();
        begin(desk, stage, theme);
        SECOND_STARTS.goTo(start -> Platform.runLater(() -> comeForward(stage, start)));
        FilesFromSystem.listen(
                paths -> Platform.runLater(() -> desk.take(new Start(Wish.USUAL, paths))));
        Thread.currentThread().setUncaughtExceptionHandler((thread, e) -> tell(e));
        Thread.setDefaultUncaughtExceptionHandler((thread, e) -> Platform.runLater(() -> tell(e)));
    }

    /** Where the screen has no more room than the window wants, it takes what there is. */
    private static void fit(Stage stage) {
        Rectangle2D room = Screen.getPrimary().getVisualBounds();
        stage.setMaximized(room.getWidth() <= WIDTH || room.getHeight() <= HEIGHT);
    }

    /** Without one there are images to be saved. */
    private static Services withDrive(Services services) {
        return ServiceLoader.load(DiscDrive.class)
                .findFirst()
                .map(services::withDrive)
                .orElse(services);
    }

    /** What the places are made with, if it is not what is usual. */
    protected Services outfit(Services usual) {
        return usual;
    }

    /** What is done first in the window that is there now. */
    protected void begin(Desk shown, Stage stage, Theme theme) {
        shown.take(Start.of(getParameters().getRaw().toArray(String[]::new)));
    }

    /** With what a second start was given. */
    private void comeForward(Stage stage, Start start) {
        desk.take(start);
        stage.setIconified(false);
        stage.show();
        stage.toFront();
        stage.requestFocus();
    }

    private void tell(Throwable e) {
        desk.services().book().tell(e);
    }

    private static Path startFolder() {
        Path home = Path.of(System.getProperty("user.home"));
        Path documents = home.resolve("Documents");
        return Files.isDirectory(documents) ? documents : home;
    }

    /** The window goes at once; the program waits until nothing half-made is left. */
    private void end(Stage stage) {
        oneWindow.ifPresent(OneWindow::close); // from now on a start is a first one
        desk.window().end();
        stage.hide();
        Timeline waiting = new Timeline();
        waiting.getKeyFrames()
                .add(
                        new KeyFrame(
                                LOOK_EVERY,
                                event -> {
                                    if (!desk.window().isWorking()) {
                                        Platform.exit();
                                    }
                                }));
        waiting.setCycleCount((int) (AT_MOST.toMillis() / LOOK_EVERY.toMillis()));
        waiting.setOnFinished(event -> Platform.exit());
        waiting.play();
    }
}
