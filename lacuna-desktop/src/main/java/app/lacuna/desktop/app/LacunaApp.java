package app.lacuna.desktop.app;

import app.lacuna.desktop.demo.DemoRun;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.look.Fonts;
import app.lacuna.desktop.look.Theme;
import app.lacuna.desktop.places.open.OpenViewModel;
import app.lacuna.desktop.places.pack.JobTurns;
import app.lacuna.desktop.places.pack.NewArchiveName;
import app.lacuna.desktop.places.pack.PackViewModel;
import app.lacuna.desktop.shell.Window;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.SystemFileDialogs;
import app.lacuna.rounds.OpenHistory;
import app.lacuna.rounds.RoundStore;
import app.lacuna.state.StateFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Iterator;
import java.util.List;
import java.util.function.Supplier;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.image.Image;
import javafx.stage.Stage;

/**
 * The program. Arguments: files and folders to pack, or one archive to open; {@code --demo=FOLDER}
 * and what {@link DemoRun} knows.
 */
public final class LacunaApp extends Application {
    private static final double WIDTH = 1280;
    private static final double HEIGHT = 800;
    private static final int SECONDS_TO_CLEAN_UP = 10;

    private Window window;
    private PackViewModel pack;

    @Override
    public void start(Stage stage) {
        Fonts.load();
        Threads threads = Threads.real();
        NewArchiveName newName = new NewArchiveName(Clock.systemDefaultZone());
        FileDialogs dialogs = new SystemFileDialogs(stage);
        RoundStore store = new RoundStore(StateFolder.ofThisUser());
        JobTurns turns = new JobTurns();
        Supplier<PackViewModel> newPack =
                () -> new PackViewModel(threads, newName, startFolder(), store, turns);
        pack = newPack.get();
        Iterator<PackViewModel> first = List.of(pack).iterator();
        OpenViewModel open =
                new OpenViewModel(
                        threads,
                        new OpenHistory(StateFolder.ofThisUser()),
                        Programs.ofThisComputer(),
                        Clock.systemDefaultZone());
        window =
                new Window(
                        () -> first.hasNext() ? first.next() : newPack.get(),
                        open,
                        newName,
                        dialogs,
                        threads,
                        stage::close);
        stage.setOnCloseRequest(
                event -> {
                    if (!window.mayClose()) {
                        event.consume();
                    }
                });
        Runtime.getRuntime().addShutdownHook(new Thread(() -> wipe(open)));
        Scene scene = new Scene(window.shell(), WIDTH, HEIGHT);
        Theme theme = new Theme(scene);
        window.listenOn(scene, theme);
        stage.setTitle("Lacuna");
        stage.getIcons()
                .add(
                        new Image(
                                LacunaApp.class.getResourceAsStream(
                                        "/app/lacuna/desktop/icon.png")));
        stage.setScene(scene);
        stage.setMinWidth(960);
        stage.setMinHeight(640);
        stage.show();
        if (getParameters().getNamed().containsKey("demo")) {
            new DemoRun(getParameters().getNamed(), stage, theme, window, pack, open).start();
        } else {
            take(getParameters().getUnnamed().stream().map(Path::of).toList(), open);
        }
    }

    /** However the program ends: readable copies go. */
    private static void wipe(OpenViewModel open) {
        try {
            open.outside().wipe();
        } catch (IOException e) {
            // what could not be deleted goes at the next start
        }
    }

    /** One archive is opened, anything else goes into the Pack place. */
    private void take(List<Path> paths, OpenViewModel open) {
        boolean archive =
                paths.size() == 1 && paths.get(0).toString().matches("(?i).*\\.(zip|z\\d{2,3})");
        if (archive) {
            window.openArchive(paths.get(0));
        } else if (!paths.isEmpty()) {
            pack.contents().add(paths);
        }
    }

    private static Path startFolder() {
        Path home = Path.of(System.getProperty("user.home"));
        Path documents = home.resolve("Documents");
        return Files.isDirectory(documents) ? documents : home;
    }

    /** Waits a moment for a cancelled job, so that nothing half-made is left. */
    @Override
    public void stop() throws InterruptedException {
        window.close();
        for (int i = 0; i < SECONDS_TO_CLEAN_UP * 20 && window.isPacking(); i++) {
            Thread.sleep(50);
        }
        Platform.exit();
    }
}
