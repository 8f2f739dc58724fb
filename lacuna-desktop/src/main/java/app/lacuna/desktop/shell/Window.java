package app.lacuna.desktop.shell;

import app.lacuna.archive.Names;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.look.Theme;
import app.lacuna.desktop.parts.receipt.ReceiptView;
import app.lacuna.desktop.places.open.Leaving;
import app.lacuna.desktop.places.open.OpenView;
import app.lacuna.desktop.places.open.OpenViewModel;
import app.lacuna.desktop.places.pack.NewArchiveName;
import app.lacuna.desktop.places.pack.PackView;
import app.lacuna.desktop.places.pack.PackViewModel;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.PackResult;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** Joins the places to the frame: which page is shown, and what the keys do. */
public final class Window {
    private final Supplier<PackViewModel> newPack;
    private final OpenViewModel open;
    private final NewArchiveName newName;
    private final FileDialogs dialogs;
    private final Shell shell;
    private final OpenView openView;
    private final List<PackSession> sessions = new ArrayList<>();
    private final JobsStrip jobs = new JobsStrip(sessions, this::show);
    private PackSession session;
    private Place current = Place.PACK;

    /**
     * @param newPack makes the model of each packing job that is set up
     * @param closeWindow closes the window for good, whatever it would lose
     */
    public Window(
            Supplier<PackViewModel> newPack,
            OpenViewModel open,
            NewArchiveName newName,
            FileDialogs dialogs,
            Threads threads,
            Runnable closeWindow) {
        this.newPack = newPack;
        this.open = open;
        this.newName = newName;
        this.dialogs = dialogs;
        shell = new Shell(this::show);
        openView = new OpenView(open, shell.popovers(), dialogs, threads, closeWindow);
        session = newSession();
        shell.help().setOnAction(event -> help());
        show(Place.PACK);
    }

    private PackSession newSession() {
        PackViewModel model = newPack.get();
        PackView view = new PackView(model, shell.popovers(), dialogs, this::setUpAnother);
        PackSession made = new PackSession(model, view);
        sessions.add(made);
        jobs.watch(made);
        model.result().addListener((property, before, now) -> packed(made, now));
        return made;
    }

    /** While one job runs, the next can be set up; it waits for its turn. */
    private void setUpAnother() {
        session = newSession();
        show(Place.PACK);
    }

    private void show(PackSession chosen) {
        session = chosen;
        show(Place.PACK);
    }

    public Shell shell() {
        return shell;
    }

    /** Call once, when the scene has its style. */
    public void listenOn(Scene scene, Theme theme) {
        new Keys()
                .on("Ctrl+1", () -> show(Place.PACK))
                .on("Ctrl+2", () -> show(Place.OPEN))
                .on("Ctrl+O", this::chooseArchive)
                .on("Ctrl+D", () -> inPack(() -> session.view().addFiles()))
                .on("Ctrl+Shift+D", () -> inPack(() -> session.view().addFolder()))
                .on("Ctrl+H", this::switchNames)
                .on("Ctrl+F", this::find)
                .on("Ctrl+V", () -> inPack(() -> session.view().paste()))
                .on("Ctrl+M", () -> inPack(() -> session.view().makePassword()))
                .on("Ctrl+Enter", this::primary)
                .on("Ctrl+L", open::lock)
                .on("F1", this::help)
                .on("Esc", this::escape)
                .listenOn(scene);
        scene.addEventFilter(MouseEvent.ANY, event -> open.touched());
        scene.addEventFilter(KeyEvent.ANY, event -> open.touched());
        scene.addEventFilter(ScrollEvent.ANY, event -> open.touched());
        shell.appearance().setOnAction(event -> switchAppearance(theme));
        nameAppearance(theme);
    }

    private void find() {
        if (current == Place.OPEN) {
            openView.find();
        } else {
            inPack(() -> session.view().find());
        }
    }

    private void switchAppearance(Theme theme) {
        theme.choose(theme.appearance().next());
        nameAppearance(theme);
    }

    private void nameAppearance(Theme theme) {
        Appearance now = theme.appearance();
        shell.appearance().setText(Words.text("appearance." + now));
        shell.appearance().setAccessibleText(Words.text("appearance.accessible"));
    }

    public void show(Place place) {
        current = place;
        jobs.show(session);
        Region page = place == Place.OPEN ? openView.page() : session.page();
        VBox.setVgrow(page, Priority.ALWAYS);
        shell.show(place, new VBox(page, jobs));
        Platform.runLater(place == Place.PACK ? session.view()::focusFirst : openView::focusFirst);
    }

    /** The receipt takes the place of the page, even if the user is elsewhere at the moment. */
    private void packed(PackSession done, Optional<PackResult> result) {
        List<Path> roots = done.model().contents().roots();
        done.setReceipt(
                result.map(
                        packed ->
                                new ReceiptView(
                                        packed,
                                        roots,
                                        done.model().forecastWhenPacked(),
                                        new ReceiptView.Next(
                                                () -> openArchive(packed.archive()),
                                                () -> startAnew(done)))));
        if (current == Place.PACK && session == done) {
            show(Place.PACK);
        }
    }

    /** Of several jobs the one that is done goes; the last one becomes an empty page again. */
    private void startAnew(PackSession done) {
        if (sessions.size() > 1) {
            sessions.remove(done);
            session = sessions.get(sessions.size() - 1);
            show(Place.PACK);
        } else {
            done.model().startAnew(newName);
        }
    }

    public void openArchive(Path archive) {
        show(Place.OPEN);
        open.open(archive);
    }

    private void chooseArchive() {
        show(Place.OPEN);
        openView.choose();
    }

    private void inPack(Runnable action) {
        PackViewModel pack = session.model();
        if (pack.result().get().isEmpty() && !pack.packing().running().get()) {
            if (current != Place.PACK) {
                show(Place.PACK);
            }
            Platform.runLater(action); // after the place has set its own focus
        }
    }

    private void switchNames() {
        PackViewModel pack = session.model();
        if (current == Place.PACK && !pack.packing().running().get()) {
            boolean hidden = pack.names().get() == Names.HIDDEN;
            pack.names().set(hidden ? Names.VISIBLE : Names.HIDDEN);
        }
    }

    private void primary() {
        if (current == Place.OPEN) {
            openView.primary();
        } else if (!session.hasReceipt()) {
            session.view().primary();
        }
    }

    /** Closes the popover, or else cancels what is running here. */
    private void escape() {
        if (shell.popovers().isOpen()) {
            shell.popovers().close();
        } else if (current == Place.PACK) {
            session.model().packing().cancel();
        } else {
            open.extract().action().cancel();
            open.changes().writing().cancel();
            open.variants().action().cancel();
        }
    }

    private void help() {
        shell.popovers().show(shell.help(), HelpSheet.content());
    }

    /** From any thread: whether a job has not come to its end yet. */
    public boolean isPacking() {
        return open.changes().writing().isWorking()
                || List.copyOf(sessions).stream()
                        .anyMatch(each -> each.model().packing().isWorking());
    }

    /** Whether the window may close; if changes would be lost, the Open place asks first. */
    public boolean mayClose() {
        if (!open.hasUnwritten()) {
            return true;
        }
        show(Place.OPEN);
        open.leaving().set(Leaving.CLOSE_THE_WINDOW);
        return false;
    }

    /** Stops what is running and forgets what was opened. */
    public void close() {
        sessions.forEach(each -> each.model().packing().cancel());
        open.changes().writing().cancel();
        open.closeNow();
    }
}
