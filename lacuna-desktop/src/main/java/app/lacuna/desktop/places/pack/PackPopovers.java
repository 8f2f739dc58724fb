package app.lacuna.desktop.places.pack;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.ChoiceGroup;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.FolderEditor;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.TakeField;
import app.lacuna.desktop.words.Words;
import app.lacuna.opener.OpenerKind;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** What opens under the words of the brief. */
final class PackPopovers {
    private static final List<Protection> CHOICES =
            List.of(
                    Protection.AES_256,
                    Protection.AES_192,
                    Protection.AES_128,
                    Protection.TRADITIONAL,
                    Protection.NONE);

    private final PackViewModel model;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;
    private final Runnable discs;

    PackPopovers(PackViewModel model, PopoverLayer layer, FileDialogs dialogs, Runnable discs) {
        this.model = model;
        this.layer = layer;
        this.dialogs = dialogs;
        this.discs = discs;
    }

    Node[] items() {
        FileSelection selection = model.contents().selection().get();
        Label sum =
                Page.label(
                        Words.text(
                                "popover.items",
                                count(selection, ItemKind.FILE),
                                count(selection, ItemKind.FOLDER),
                                count(selection, ItemKind.LINK)));
        Button clear =
                Page.button(
                        "clear-all",
                        Words.text("popover.items.clear"),
                        () -> {
                            layer.close();
                            model.contents().clear();
                        });
        return new Node[] {sum, clear};
    }

    private static long count(FileSelection selection, ItemKind kind) {
        return selection.items().stream().filter(item -> item.kind() == kind).count();
    }

    Node[] name() {
        Label note = Page.label(Words.text("popover.name.note"), Styles.SECONDARY);
        note.setMaxWidth(340);
        TakeField name =
                new TakeField(
                                "name-field",
                                model.name().get(),
                                Page.button("name-take", Words.text("popover.take"), () -> {}),
                                typed -> {
                                    if (model.rename(typed)) {
                                        layer.close();
                                    } else {
                                        note.setText(Words.text("popover.name.impossible"));
                                    }
                                })
                        .called(Words.text("popover.name"))
                        .columns(26);
        TextField field = name.field();
        HBox proposals =
                new HBox(
                        14,
                        Page.link(
                                "name-date",
                                Words.text("popover.name.date"),
                                () -> field.setText(model.proposedName(false))),
                        Page.link(
                                "name-season",
                                Words.text("popover.name.season"),
                                () -> field.setText(model.proposedName(true))));
        return new Node[] {
            Page.label(Words.text("popover.name"), Styles.CARD_TITLE), name, proposals, note
        };
    }

    Node[] cipher() {
        return choices("cipher", CHOICES, model.protection());
    }

    /** Sets cipher, names and method together; said once what it costs. */
    Node[] whom() {
        ObjectProperty<ForWhom> whom = new SimpleObjectProperty<>(model.form().whom().get());
        whom.addListener((property, before, now) -> model.choose(now));
        VBox choices =
                new ChoiceGroup<>(
                                "whom",
                                List.of(ForWhom.values()),
                                whom,
                                value -> Words.text("popover.whom." + value))
                        .withNotes(value -> Words.text("popover.whom." + value + ".note"))
                        .column();
        Button done = Page.button("whom-done", Words.text("popover.done"), layer::close);
        return new Node[] {choices, pages(), methods(), done};
    }

    /** Where the archive is, if a page comes with it. */
    private Node pages() {
        ObjectProperty<OpenerKind> kind =
                new SimpleObjectProperty<>(model.form().page().get().orElse(null));
        kind.addListener(
                (property, before, now) -> {
                    if (now != null) {
                        model.form().forBrowsers(now);
                    }
                });
        HBox choices =
                new ChoiceGroup<>(
                                "page",
                                List.of(OpenerKind.values()),
                                kind,
                                value -> Words.text("popover.page." + value))
                        .row();
        HBox row = new HBox(12, new Label(Words.text("popover.page")), choices);
        row.setAlignment(Pos.CENTER_LEFT);
        row.visibleProperty().bind(model.form().page().map(Optional::isPresent));
        row.managedProperty().bind(row.visibleProperty());
        model.form().page().addListener((property, before, now) -> kind.set(now.orElse(null)));
        return row;
    }

    /** How it is compressed, to be changed alone; the choice above follows if it has to. */
    private Node methods() {
        List<Method> written = Arrays.stream(Method.values()).filter(Method::isWritten).toList();
        HBox choices =
                new ChoiceGroup<>(
                                "method",
                                written,
                                model.form().method(),
                                method -> Words.text("method." + method))
                        .row();
        HBox row = new HBox(12, new Label(Words.text("method.title")), choices);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    Node[] names() {
        return choices("names", List.of(Names.HIDDEN, Names.VISIBLE), model.names());
    }

    Node[] thenClear() {
        return choices("then", List.of(ThenClear.values()), model.form().thenClear());
    }

    /** One button for each value, with a line on what it means. */
    private <T extends Enum<T>> Node[] choices(
            String id, List<T> values, ObjectProperty<T> choice) {
        String key = "popover." + id + ".";
        VBox choices =
                new ChoiceGroup<>(id, values, choice, value -> Words.text(key + value))
                        .withNotes(value -> Words.text(key + value + ".note"))
                        .column();
        Button done = Page.button(id + "-done", Words.text("popover.done"), layer::close);
        return new Node[] {choices, done};
    }

    Node[] folder() {
        Node[] editor =
                new FolderEditor(
                                "folder",
                                Words.text("popover.folder"),
                                model.folder(),
                                dialogs,
                                layer::close)
                        .withRecent(model.rounds().recentFolders())
                        .content();
        Node[] all = Arrays.copyOf(editor, editor.length + 1);
        all[editor.length] =
                Page.link(
                        "folder-discs",
                        Words.text("popover.folder.discs"),
                        () -> {
                            layer.close();
                            discs.run();
                        });
        return all;
    }
}
