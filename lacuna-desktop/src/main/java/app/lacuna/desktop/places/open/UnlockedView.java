package app.lacuna.desktop.places.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.changing.DraggedStrip;
import app.lacuna.desktop.parts.changing.LeftOutLine;
import app.lacuna.desktop.parts.changing.OutsideModel;
import app.lacuna.desktop.parts.changing.OutsideStrip;
import app.lacuna.desktop.parts.changing.PendingStrip;
import app.lacuna.desktop.parts.changing.RenamePopover;
import app.lacuna.desktop.parts.changing.WrittenStrip;
import app.lacuna.desktop.parts.inside.InsideSheet;
import app.lacuna.desktop.parts.inside.InsideTable;
import app.lacuna.desktop.parts.inside.InsideTable.StateNote;
import app.lacuna.desktop.parts.password.KeptPasswordSteps;
import app.lacuna.desktop.parts.password.KeySlipModel;
import app.lacuna.desktop.parts.taking.ComparePanel;
import app.lacuna.desktop.parts.taking.ConflictPanel;
import app.lacuna.desktop.parts.taking.ExtractReportStrip;
import app.lacuna.desktop.parts.viewer.ViewerSheet;
import app.lacuna.desktop.session.ArchiveSession;
import app.lacuna.desktop.ui.Columns;
import app.lacuna.desktop.ui.CopiedText;
import app.lacuna.desktop.ui.DropTarget;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Focus;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.ui.Notices;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.desktop.words.Words;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.edit.PlannedEntry.State;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.PathTree;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.Dragboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The Open place with an open archive: what is inside at the left, the viewer at the right. */
final class UnlockedView {
    private static final double RIGHT_WIDTH = 470;

    private final ArchiveSession model;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;
    private final InsideTable table;
    private final InsideSheet inside;
    private final Button rename;
    private final VBox node;

    private final ViewerSheet viewer;

    /**
     * @param saveAs asks for a name and writes the pending changes there
     * @param takeOffer does what is offered about a trouble
     */
    UnlockedView(
            OpenViewModel place,
            PopoverLayer layer,
            FileDialogs dialogs,
            CopiedText copied,
            ShortClipboard clipboard,
            Runnable saveAs,
            Runnable takeOffer) {
        this.model = place.session();
        this.layer = layer;
        this.dialogs = dialogs;
        table = new InsideTable(model.inside(), model::view, this::noteOn, this::add);
        rename = Page.link("rename", Words.text("inside.rename"), this::rename);
        inside = insideSheet();
        viewer = new ViewerSheet(model.viewer(), copied, model.life(), this::openOutside);
        Columns columns = new Columns(inside, viewer, RIGHT_WIDTH);
        VBox.setVgrow(columns, Priority.ALWAYS);
        Notices notices =
                new Notices(
                        new LeavingStrip(place),
                        keptPassword(clipboard),
                        slip(),
                        new MessageStrip(model.troubles().failure()),
                        new OfferStrip(model.troubles(), "salvage-open", takeOffer),
                        new MessageStrip(model.extract().failure()),
                        new MessageStrip(model.changes().failure()),
                        new MessageStrip(model.outside().failure()),
                        new ConflictPanel(model.extract()),
                        new ComparePanel(model.extract()),
                        new ExtractReportStrip(model.extract()),
                        new WrittenStrip(model.written()),
                        new LeftOutLine(model.changes()),
                        new PendingStrip(
                                model.changes(), model.writing().action().running(), saveAs),
                        new OutsideStrip(model.outside(), model.writing()::packOutside),
                        new DraggedStrip(model.outside()));
        node = new VBox(10, notices, columns);
        listen();
    }

    Node node() {
        return node;
    }

    void focus() {
        Focus.on(table);
    }

    /** Lets go of what the toolkit would keep. */
    void forget() {
        table.forget();
        viewer.forget();
        node.getChildren().clear();
    }

    void find() {
        inside.find();
    }

    /** A password that was made for locking anew stays within reach until somebody has it. */
    private Region keptPassword(ShortClipboard clipboard) {
        VBox strip = new VBox(6);
        strip.setVisible(false);
        strip.managedProperty().bind(strip.visibleProperty());
        model.kept()
                .ifPresent(
                        kept -> {
                            KeySlipModel slip =
                                    new KeySlipModel(
                                            model.life(),
                                            kept::copy,
                                            () -> model.listing().archive());
                            strip.getChildren()
                                    .setAll(
                                            Page.label(
                                                    Words.text("receipt.password.line"),
                                                    "message-what"),
                                            new KeptPasswordSteps(
                                                    kept, slip, clipboard, layer, dialogs));
                            strip.getStyleClass().add(Styles.MESSAGE);
                            strip.visibleProperty().bind(kept.known().not());
                        });
        return strip;
    }

    /** What had happened to the password, if a close variant has opened the archive. */
    private Label slip() {
        Label slip = Page.label("", "report-done");
        slip.setId("slip");
        slip.setText(model.slip().map(what -> Words.text("slip-was." + what)).orElse(""));
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
        BooleanBinding closed =
                Bindings.createBooleanBinding(
                        () -> model.isOnlyRead() || model.writing().action().running().get(),
                        model.writing().action().running());
        addFiles.disableProperty().bind(closed);
        remove.disableProperty().bind(closed);
        rename.disableProperty().bind(sheet.markedProperty().isNull().or(closed));
        return sheet;
    }

    private void listen() {
        table.addEventHandler(
                KeyEvent.KEY_PRESSED,
                event -> {
                    if (event.getCode() == KeyCode.DELETE) {
                        remove();
                    } else if (event.getCode() == KeyCode.F2) {
                        rename();
                    }
                });
        table.setOnDragDetected(event -> dragOut());
        table.setContextMenu(menu());
        model.check()
                .state()
                .addListener(
                        (property, before, now) -> {
                            if (now.ended().isPresent()) {
                                table.refresh();
                            }
                        });
        model.outside().changed().addListener((property, before, now) -> table.refresh());
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

    private void marked(Consumer<PlannedEntry> action) {
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

    private void openOutside(String path) {
        marked(
                entry -> {
                    if (entry.path().equals(path)) {
                        model.openOutside(entry);
                    }
                });
    }

    /** Into the marked folder, or the folder that the marked file is in. */
    void add(List<Path> files) {
        add(table.markedFolder(), files);
    }

    private void add(String folder, List<Path> files) {
        if (!files.isEmpty() && !model.isOnlyRead()) {
            model.changes().add(files, folder);
        }
    }

    /** What is ticked, or else the marked line. */
    private void remove() {
        List<String> paths = model.inside().chosenPaths();
        if (paths.isEmpty()) {
            paths = inside.markedNode().map(PathTree.Node::path).stream().toList();
        }
        if (!model.isOnlyRead()) {
            model.changes().remove(paths);
        }
    }

    private void rename() {
        inside.markedNode()
                .filter(marked -> !model.isOnlyRead())
                .ifPresent(
                        marked ->
                                layer.show(
                                        rename,
                                        new RenamePopover(model.changes()::move)
                                                .content(marked.path(), layer::close)));
    }

    /**
     * The file manager needs files at once: copies of large ones are made in the background first,
     * and dragged when they are there.
     */
    private void dragOut() {
        if (model.inside().chosen().count() == 0) {
            inside.markedNode().ifPresent(marked -> model.inside().chosen().choose(marked, true));
        }
        List<ArchiveEntry> entries = model.inside().chosenEntries();
        boolean any = entries.stream().anyMatch(entry -> entry.kind() != ItemKind.FOLDER);
        if (!any) {
            return;
        }
        Optional<List<Path>> ready = model.outside().readyToDrag(entries);
        if (ready.isEmpty() && OutsideModel.areSmall(entries)) {
            ready = model.outside().copyNow(entries);
        } else if (ready.isEmpty()) {
            model.outside().prepareDrag(entries);
        }
        if (ready.isEmpty()) {
            return;
        }
        Dragboard board = table.startDragAndDrop(TransferMode.COPY);
        ClipboardContent content = new ClipboardContent();
        content.putFiles(ready.get().stream().map(Path::toFile).toList());
        board.setContent(content);
    }
}
