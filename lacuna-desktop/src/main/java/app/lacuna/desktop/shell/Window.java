package app.lacuna.desktop.shell;

import app.lacuna.archive.Names;
import app.lacuna.desktop.control.FileDialogs;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.look.Theme;
import app.lacuna.desktop.open.OpenView;
import app.lacuna.desktop.open.OpenViewModel;
import app.lacuna.desktop.pack.NewArchiveName;
import app.lacuna.desktop.pack.PackView;
import app.lacuna.desktop.pack.PackViewModel;
import app.lacuna.desktop.receipt.ReceiptView;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.PackResult;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.layout.Region;

/** Joins the places to the frame: which page is shown, and what the keys do. */
public final class Window {
    private final PackViewModel pack;
    private final OpenViewModel open;
    private final NewArchiveName newName;
    private final Shell shell;
    private final PackView packView;
    private final OpenView openView;
    private Place current = Place.PACK;
    private Optional<ReceiptView> receipt = Optional.empty();

    public Window(
            PackViewModel pack, OpenViewModel open, NewArchiveName newName, FileDialogs dialogs) {
        this.pack = pack;
        this.open = open;
        this.newName = newName;
        shell = new Shell(this::show);
        packView = new PackView(pack, shell.popovers(), dialogs);
        openView = new OpenView(open, shell.popovers(), dialogs);
        pack.result().addListener((property, before, now) -> packed(now));
        shell.help().setOnAction(event -> help());
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
                .on("Ctrl+D", () -> inPack(packView::addFiles))
                .on("Ctrl+Shift+D", () -> inPack(packView::addFolder))
                .on("Ctrl+H", this::switchNames)
                .on("Ctrl+F", () -> inPack(packView::find))
                .on("Ctrl+V", () -> inPack(packView::paste))
                .on("Ctrl+M", () -> inPack(packView::makePassword))
                .on("Ctrl+Enter", this::primary)
                .on("Ctrl+L", open::lock)
                .on("F1", this::help)
                .on("Esc", this::escape)
                .listenOn(scene);
        shell.appearance().setOnAction(event -> switchAppearance(theme));
        nameAppearance(theme);
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
        shell.show(place, page());
        Platform.runLater(place == Place.PACK ? packView::focusFirst : openView::focusFirst);
    }

    private Region page() {
        if (current == Place.OPEN) {
            return openView.page();
        }
        return receipt.map(ReceiptView::page).orElse(packView.page());
    }

    /** The receipt takes the place of the page, even if the user is elsewhere at the moment. */
    private void packed(Optional<PackResult> result) {
        List<Path> roots = pack.contents().roots();
        receipt =
                result.map(
                        done ->
                                new ReceiptView(
                                        done,
                                        roots,
                                        pack.forecastWhenPacked(),
                                        new ReceiptView.Next(
                                                () -> openArchive(done.archive()),
                                                () -> pack.startAnew(newName))));
        if (current == Place.PACK) {
            show(Place.PACK);
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
        if (pack.result().get().isEmpty() && !pack.packing().running().get()) {
            if (current != Place.PACK) {
                show(Place.PACK);
            }
            Platform.runLater(action); // after the place has set its own focus
        }
    }

    private void switchNames() {
        if (current == Place.PACK && !pack.packing().running().get()) {
            boolean hidden = pack.names().get() == Names.HIDDEN;
            pack.names().set(hidden ? Names.VISIBLE : Names.HIDDEN);
        }
    }

    private void primary() {
        if (current == Place.OPEN) {
            openView.primary();
        } else if (receipt.isEmpty()) {
            packView.primary();
        }
    }

    /** Closes the popover, or else cancels what is running here. */
    private void escape() {
        if (shell.popovers().isOpen()) {
            shell.popovers().close();
        } else if (current == Place.PACK) {
            pack.packing().cancel();
        } else {
            open.extract().action().cancel();
        }
    }

    private void help() {
        shell.popovers().show(shell.help(), HelpSheet.content());
    }

    /** Stops what is running and forgets what was opened. */
    public void close() {
        pack.packing().cancel();
        open.close();
    }
}
