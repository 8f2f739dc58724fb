package app.lacuna.desktop.places.open;

import app.lacuna.change.PlannedEntry;
import app.lacuna.change.PlannedEntry.State;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.parts.changing.LeftOutLine;
import app.lacuna.desktop.parts.changing.OutsideStrip;
import app.lacuna.desktop.parts.changing.PendingStrip;
import app.lacuna.desktop.parts.changing.RenamePopover;
import app.lacuna.desktop.parts.inside.InsideSheet;
import app.lacuna.desktop.parts.inside.InsideTable;
import app.lacuna.desktop.parts.inside.InsideTable.StateNote;
import app.lacuna.desktop.parts.taking.ComparePanel;
import app.lacuna.desktop.parts.taking.ConflictPanel;
import app.lacuna.desktop.parts.taking.ExtractReportStrip;
import app.lacuna.desktop.parts.viewer.ViewerSheet;
import app.lacuna.desktop.ui.Columns;
import app.lacuna.desktop.ui.CopiedText;
import app.lacuna.desktop.ui.DropTarget;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.PathTree;
import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.binding.BooleanBinding;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.Dragboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The Open place with an open archive: what is inside at the left, the viewer at the right. */
final class UnlockedView {
    private static final double RIGHT_WIDTH = 470;

    private final OpenViewModel model;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;
    private final InsideTable table;
    private final InsideSheet inside;
    private final Button rename;
    private final VBox node;

    /** Nothing is put into what is left of a damaged archive. */
    private final BooleanProperty fixed = new SimpleBooleanProperty();

    /**
     * @param saveAs asks for a name and writes the pending changes there
     */
    UnlockedView(
            OpenViewModel model,
            PopoverLayer layer,
            FileDialogs dialogs,
            CopiedText copied,
            Threads threads,
            Runnable saveAs,
            Runnable closeWindow) {
        this.model = model;
        this.layer = layer;
        this.dialogs = dialogs;
        table = new InsideTable(model.inside(), model::view, this::noteOn, this::add);
        rename = Page.link("rename", Words.text("inside.rename"), this::rename);
        inside = insideSheet();
        ViewerSheet viewer = new ViewerSheet(model.viewer(), copied, threads, this::openOutside);
        Columns columns = new Columns(inside, viewer, RIGHT_WIDTH);
        VBox.setVgrow(columns, Priority.ALWAYS);
        node =
                new VBox(
                        10,
                        new LeavingStrip(model, closeWindow),
                        slip(),
                        new MessageStrip(model.failure()),
                        new OfferStrip(model, "salvage-open"),
                        new MessageStrip(model.extract().failure()),
                        new MessageStrip(model.changes().failure()),
                        new MessageStrip(model.outside().failure()),
                        new ConflictPanel(model.extract()),
                        new ComparePanel(model.extract(), model::restore),
                        new ExtractReportStrip(model.extract(), model::takeUnprotected),
                        new LeftOutLine(model.changes()),
                        new PendingStrip(model.changes(), saveAs),
                        new OutsideStrip(model.outside(), model.writing()::packOutside),
                        columns);
        listen();
    }

    Node node() {
        return node;
    }

    /** The archive that is open now. */
    void show() {
        fixed.set(model.isSalvaged());
    }

    void focus() {
        table.requestFocus();
    }

    /** Nothing of what was inside stays on the page. */
    void forget() {
        table.forget();
    }

    void find() {
        inside.find();
    }

    /** What had happened to the password, if a close variant has opened the archive. */
    private Label slip() {
        Label slip = Page.label("", "report-done");
        slip.setId("slip");
        slip.textProperty()
                .bind(
                        model.variants()
                                .slip()
                                .map(
                                        now ->
                                                now.map(what -> Words.text("slip-was." + what))
                                                        .orElse("")));
        slip.visibleProperty().bind(slip.textProperty().isNotEmpty());
        slip.managedProperty().bind(slip.visibleProperty());
        return slip;
    }

    private InsideSheet insideSheet() {
        Button addFiles =
                Page.button(
                        "add-inside",
                        Words.text("inside.add"),
                        () -> add(dialogs.chooseFiles(Words.text("inside.add"))));
        Button remove = Page.link("remove-inside", Words.text("inside.remove"), this::remove);
        InsideSheet sheet =
                new InsideSheet(model.inside(), table, new Button[] {addFiles}, rename, remove);
        DropTarget.on(sheet, this::add);
        BooleanBinding closed = fixed.or(model.changes().writing().running());
        addFiles.disableProperty().bind(closed);
        remove.disableProperty().bind(closed);
        rename.disableProperty().bind(sheet.markedProperty().isNull().or(closed));
        return sheet;
    }

    private void listen() {
        table.addEventHandler(
                javafx.scene.input.KeyEvent.KEY_PRESSED,
                event -> {
                    if (event.getCode() == KeyCode.DELETE) {
                        remove();
                    } else if (event.getCode() == KeyCode.F2) {
                        rename();
                    }
                });
        table.setOnDragDetected(event -> dragOut());
        table.setContextMenu(menu());
    }

    private ContextMenu menu() {
        return new ContextMenu(
                item("menu-outside", "viewer.outside", () -> marked(model::openOutside)),
                item("menu-rename", "inside.rename", this::rename),
                item("menu-remove", "inside.remove", this::remove));
    }

    private static MenuItem item(String id, String key, Runnable action) {
        MenuItem item = new MenuItem(Words.text(key));
        item.setId(id);
        item.setOnAction(event -> action.run());
        return item;
    }

    private void marked(java.util.function.Consumer<PlannedEntry> action) {
        inside.marked().filter(PlannedEntry::isThere).ifPresent(action);
    }

    private Optional<StateNote> noteOn(PlannedEntry entry) {
        if (model.outside().changed().get().contains(entry.path())) {
            return Optional.of(StateNote.attention(Words.text("inside.changed-outside")));
        }
        if (model.check().damaged().contains(entry.path())) {
            return Optional.of(StateNote.bad(Words.text("inside.damaged")));
        }
        if (entry.state() == State.UNTOUCHED) {
            return model.isUnprotected(entry)
                    ? Optional.of(StateNote.bad(Words.text("inside.unprotected")))
                    : Optional.empty();
        }
        if (entry.state() == State.MOVED) {
            String before = entry.before().orElseThrow().path();
            return Optional.of(StateNote.attention(Words.text("inside.MOVED", before)));
        }
        return Optional.of(StateNote.attention(Words.text("inside." + entry.state())));
    }

    void refresh() {
        table.refresh();
    }

    private void openOutside(String path) {
        marked(
                entry -> {
                    if (entry.path().equals(path)) {
                        model.openOutside(entry);
                    }
                });
    }

    /** Into the marked folder, or the folder that the marked file is in. */
    private void add(List<Path> files) {
        add(table.markedFolder(), files);
    }

    private void add(String folder, List<Path> files) {
        if (!files.isEmpty() && !model.isSalvaged()) {
            model.changes().add(files, folder);
        }
    }

    /** What is ticked, or else the marked line. */
    private void remove() {
        List<String> paths = model.inside().chosenPaths();
        if (paths.isEmpty()) {
            paths = inside.markedNode().map(PathTree.Node::path).stream().toList();
        }
        if (!model.isSalvaged()) {
            model.changes().remove(paths);
        }
    }

    private void rename() {
        inside.markedNode()
                .filter(marked -> !model.isSalvaged())
                .ifPresent(
                        marked ->
                                layer.show(
                                        rename,
                                        new RenamePopover(model.changes()::move)
                                                .content(marked.path(), layer::close)));
    }

    /** The file manager needs files at once, so there is a limit to what can be dragged. */
    private void dragOut() {
        if (model.inside().chosen().count() == 0) {
            inside.markedNode().ifPresent(marked -> model.inside().chosen().choose(marked, true));
        }
        boolean any =
                model.inside().chosenEntries().stream()
                        .anyMatch(entry -> entry.kind() != ItemKind.FOLDER);
        long bytes = model.inside().chosen().bytes();
        if (!any || bytes > app.lacuna.desktop.parts.changing.OutsideModel.MOST_DRAGGED_BYTES) {
            return;
        }
        try {
            List<File> files = model.draggedOut().stream().map(Path::toFile).toList();
            Dragboard board = table.startDragAndDrop(TransferMode.COPY);
            ClipboardContent content = new ClipboardContent();
            content.putFiles(files);
            board.setContent(content);
        } catch (IOException e) {
            model.extractChosen(); // says what does not come out, and why
        }
    }
}
