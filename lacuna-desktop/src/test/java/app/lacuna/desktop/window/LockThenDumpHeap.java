package app.lacuna.desktop.window;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.Secret;
import app.lacuna.desktop.app.Desk;
import app.lacuna.desktop.app.Launcher;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.look.Fonts;
import app.lacuna.desktop.look.Theme;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.places.open.OpenViewModel;
import app.lacuna.desktop.shell.DiscsWanted;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.staging.Natives;
import app.lacuna.state.Settings;
import com.sun.management.HotSpotDiagnosticMXBean;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.stage.Stage;

/**
 * Opens an archive in the real window as somebody would: types the password letter by letter, once
 * wrong and shown, looks at files, searches, marks; then locks and writes the memory of the process
 * to a file. Arguments: archive, file with the password, folder for the state, dump.
 */
public final class LockThenDumpHeap {
    private static Desk desk;
    private static OpenViewModel open;
    private static Scene scene;

    private LockThenDumpHeap() {}

    public static void main(String[] arguments) throws Exception {
        Launcher.rememberNothingDrawn();
        Path state = Path.of(arguments[2]);
        Natives.unpackInto(state);
        Platform.startup(() -> show(state));
        inWindow(() -> null);
        lookAtRound(Path.of(arguments[1]));
        Path archive = Path.of(arguments[0]);
        lookAtDiscs(archive, Path.of(arguments[1]));
        pack(state, Path.of(arguments[1]));
        inWindow(
                () -> {
                    desk.take(List.of(archive));
                    return null;
                });
        for (int round = 0; round < 2; round++) {
            until(() -> open.state().get() == OpenState.LOCKED);
            type("#open-password", Path.of(arguments[1]), "x");
            until(() -> open.failure().get().isPresent());
            until(() -> !open.locked().unlocking().running().get());
            inWindow(
                    () -> {
                        open.locked().showing().set(true);
                        ((TextField) scene.lookup("#open-password-shown")).selectAll();
                        return null;
                    });
            type("#open-password-shown", Path.of(arguments[1]), "");
            until(() -> open.state().get() == OpenState.UNLOCKED);
            until(() -> !open.session().inside().rows().get().isEmpty());
            look();
            inWindow(
                    () -> {
                        open.lock();
                        return null;
                    });
        }
        until(() -> open.state().get() == OpenState.LOCKED && !desk.window().isWorking());
        draw(60);
        System.gc();
        System.gc();
        ManagementFactory.getPlatformMXBean(HotSpotDiagnosticMXBean.class)
                .dumpHeap(arguments[3], true);
        Runtime.getRuntime().halt(0);
    }

    /** The round that is saved: unlocked, looked at, locked. */
    private static void lookAtRound(Path key) throws Exception {
        inWindow(
                () -> {
                    desk.window().show(desk.rounds());
                    return null;
                });
        until(() -> scene.lookup("#round-password") != null);
        inWindow(
                () -> {
                    TextField text = (TextField) scene.lookup("#round-password");
                    for (char letter : Files.readString(key).toCharArray()) {
                        text.replaceSelection(String.valueOf(letter));
                    }
                    ((Button) scene.lookup("#round-unlock")).fire();
                    return null;
                });
        until(
                () ->
                        scene.lookup("#moment") instanceof TableView<?> table
                                && !table.getItems().isEmpty());
        draw(10);
        inWindow(
                () -> {
                    ((Button) scene.lookup("#round-check")).fire(); // and locked meanwhile
                    desk.rounds().lock();
                    return null;
                });
        until(() -> scene.lookup("#round-locked") != null && !desk.window().isWorking());
    }

    /** What is inside is shown for discs; locked, opened once more, and locked on its way. */
    private static void lookAtDiscs(Path archive, Path key) throws Exception {
        for (int i = 0; i < 2; i++) {
            boolean waits = i == 0;
            inWindow(
                    () -> {
                        desk.window().show(desk.discs());
                        desk.discs()
                                .take(
                                        DiscsWanted.archive(
                                                archive,
                                                PackOptions.STANDARD.withNames(Names.HIDDEN),
                                                Optional.of(secret(key))));
                        return null;
                    });
            if (waits) {
                until(() -> !desk.window().isWorking());
                draw(5);
            }
            inWindow(
                    () -> {
                        desk.discs().lock();
                        return null;
                    });
            until(() -> !desk.window().isWorking());
        }
    }

    /** With the password of the others; its receipt keeps it until it is locked. */
    private static void pack(Path state, Path key) throws Exception {
        Path file = Files.writeString(state.resolve("packed.txt"), "tide table");
        inWindow(
                () -> {
                    desk.window().show(desk.pack());
                    desk.newestPack().folder().set(state);
                    desk.newestPack().contents().add(List.of(file));
                    return null;
                });
        until(() -> scene.lookup("#password") != null);
        until(() -> !desk.newestPack().contents().selection().get().items().isEmpty());
        for (String field : List.of("#password", "#password-again")) {
            inWindow(
                    () -> {
                        TextField text = (TextField) scene.lookup(field);
                        for (char letter : Files.readString(key).toCharArray()) {
                            text.replaceSelection(String.valueOf(letter));
                        }
                        return null;
                    });
        }
        until(() -> desk.newestPack().ready().get());
        inWindow(
                () -> {
                    desk.newestPack().pack();
                    return null;
                });
        until(() -> desk.newestPack().packing().result().get().isPresent());
        draw(5);
        inWindow(
                () -> {
                    desk.pack().lock();
                    return null;
                });
    }

    private static Secret secret(Path key) throws IOException {
        return Secret.takeOver(Files.readString(key).toCharArray());
    }

    /** Until the toolkit has drawn the page that is there now, however slow it is. */
    private static void draw(int frames) throws Exception {
        CompletableFuture<Void> drawn = new CompletableFuture<>();
        inWindow(
                () -> {
                    new AnimationTimer() {
                        private int left = frames;

                        @Override
                        public void handle(long now) {
                            desk.window().shell().requestLayout();
                            if (--left == 0) {
                                stop();
                                drawn.complete(null);
                            }
                        }
                    }.start();
                    return null;
                });
        drawn.get();
        Thread.sleep(1_500);
    }

    private static void show(Path state) {
        Fonts.load();
        desk =
                new Desk(
                        Services.of(
                                Threads.real(),
                                Clock.systemDefaultZone(),
                                new NoDialogs(),
                                file -> {},
                                Optional.empty(),
                                new Settings(state)),
                        Desk.Kept.in(state),
                        state);
        open = desk.open().model();
        scene = new Scene(desk.window().shell(), 1200, 760);
        Theme theme = new Theme(scene, desk.services().look());
        theme.show(Appearance.LIGHT);
        desk.window().listenOn(scene, theme);
        Stage stage = new Stage();
        stage.setScene(scene);
        stage.show();
    }

    /** Letter by letter, as from a keyboard, and then Enter. */
    private static void type(String field, Path key, String more) throws Exception {
        until(() -> scene.lookup(field) != null);
        inWindow(
                () -> {
                    TextField text = (TextField) scene.lookup(field);
                    for (char letter : (Files.readString(key) + more).toCharArray()) {
                        text.replaceSelection(String.valueOf(letter));
                    }
                    open.locked().unlock();
                    return null;
                });
    }

    private static void look() throws Exception {
        for (String ending : List.of(".txt", ".csv", ".pdf")) {
            until(() -> open.session().changes().plan().get().isPresent());
            inWindow(
                    () -> {
                        open.session().changes().plan().get().orElseThrow().entries().stream()
                                .filter(entry -> entry.name().endsWith(ending))
                                .findFirst()
                                .ifPresent(open.session()::view);
                        return null;
                    });
            until(() -> open.session().viewer().viewed().get() instanceof Viewed.Shown);
            Thread.sleep(400); // until it is on the page
        }
    }

    private static <T> T inWindow(Callable<T> action) throws Exception {
        CompletableFuture<T> done = new CompletableFuture<>();
        Platform.runLater(
                () -> {
                    try {
                        done.complete(action.call());
                    } catch (Throwable e) {
                        done.completeExceptionally(e);
                    }
                });
        return done.get();
    }

    private static void until(Callable<Boolean> condition) throws Exception {
        for (int i = 0; i < 600; i++) {
            if (inWindow(condition)) {
                return;
            }
            Thread.sleep(50);
        }
        throw new IllegalStateException("waited in vain");
    }

    private static final class NoDialogs implements FileDialogs {
        @Override
        public List<Path> chooseFiles(String title) {
            return List.of();
        }

        @Override
        public Optional<Path> chooseFile(String title) {
            return Optional.empty();
        }

        @Override
        public Optional<Path> chooseFolder(String title) {
            return Optional.empty();
        }

        @Override
        public Optional<Path> chooseTarget(String title, String name) {
            return Optional.empty();
        }
    }
}
