package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.forecast.ForecastModel;
import app.lacuna.desktop.ui.DropTarget;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.LeftOut;
import java.util.List;
import javafx.beans.binding.Bindings;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The sheet with the tree of contents, its buttons, and what was left out. */
final class ContentsSheet extends VBox {
    private static final int LEFT_OUT_SHOWN = 12;
    private static final double MAP_SHARE = 0.5;

    private final ContentsModel model;
    private final PopoverLayer layer;
    private final ContentsTree tree;
    private final TextField find = new TextField();
    private final ContentsMap map;

    ContentsSheet(
            ContentsModel model, ForecastModel forecast, PopoverLayer layer, FileDialogs dialogs) {
        this.model = model;
        this.layer = layer;
        this.tree = new ContentsTree(model, forecast);
        getStyleClass().add(Styles.SHEET);
        tree.setMinWidth(0);
        map = new ContentsMap(model, tree::choose);
        HBox.setHgrow(tree, Priority.ALWAYS);
        HBox both = new HBox(tree, map);
        map.setVisible(false);
        map.setManaged(false);
        map.prefWidthProperty().bind(both.widthProperty().multiply(MAP_SHARE));
        map.minWidthProperty().bind(map.prefWidthProperty());
        VBox.setVgrow(both, Priority.ALWAYS);
        both.setMinHeight(120);
        getChildren().setAll(head(dialogs), both, foot());
        DropTarget.on(this, model::add);
    }

    void focusFind() {
        find.requestFocus();
        find.selectAll();
    }

    private Node head(FileDialogs dialogs) {
        find.setId("find");
        find.setPromptText(Words.text("contents.find"));
        FieldName.give(find, Words.text("contents.find"));
        find.setPrefColumnCount(11);
        find.textProperty().bindBidirectional(model.find());
        Button remove = Page.button("remove", Words.text("contents.remove"), tree::removeChosen);
        remove.disableProperty()
                .bind(Bindings.isEmpty(tree.getSelectionModel().getSelectedItems()));
        Page.withKey(remove, "remove");
        Button files =
                Page.button(
                        "add-files",
                        Words.text("contents.add-files"),
                        () -> addFiles(model, dialogs));
        Button folder =
                Page.button(
                        "add-folder",
                        Words.text("contents.add-folder"),
                        () -> addFolder(model, dialogs));
        Label title = Page.label(Words.text("pack.contents"), Styles.CARD_TITLE);
        title.setMinWidth(USE_PREF_SIZE);
        find.setMinWidth(0);
        HBox head =
                new HBox(
                        8,
                        title,
                        find,
                        Page.spacer(),
                        new WrappingRow(
                                8,
                                remove,
                                Page.withKey(files, "files"),
                                Page.withKey(folder, "folder")));
        head.getStyleClass().add(Styles.SHEET_HEAD);
        head.setAlignment(Pos.CENTER_LEFT);
        return head;
    }

    private Node foot() {
        Label drop = new Label(Words.text("contents.drop"));
        drop.getStyleClass().add(Styles.SECONDARY);
        drop.setMinWidth(0);
        Button leftOut = Page.link("left-out", "", () -> {});
        leftOut.setOnAction(event -> layer.show(leftOut, leftOutList()));
        leftOut.textProperty()
                .bind(
                        model.selection()
                                .map(now -> Words.text("contents.left-out", now.leftOut().size())));
        leftOut.visibleProperty().bind(model.selection().map(now -> !now.leftOut().isEmpty()));
        Button rules = Page.link("rules", Words.text("rules.link"), () -> {});
        RulesPopover popover = new RulesPopover(model, layer);
        rules.setOnAction(event -> layer.show(rules, popover.content()));
        OutlookLink outlook = new OutlookLink(model, layer);
        HBox foot = new HBox(12, drop, Page.spacer(), outlook, leftOut, rules, mapSwitch());
        foot.getStyleClass().add(Styles.SHEET_FOOT);
        foot.setAlignment(Pos.CENTER_LEFT);
        return foot;
    }

    /** One switch: the map beside the tree, which then shows names and sizes only. */
    private Button mapSwitch() {
        Button button = Page.link("map", Words.text("map.show"), () -> {});
        button.setOnAction(
                event -> {
                    boolean now = !map.isVisible();
                    map.setManaged(now);
                    map.setVisible(now);
                    tree.setBrief(now);
                    button.setText(Words.text(now ? "map.hide" : "map.show"));
                });
        return button;
    }

    private Node[] leftOutList() {
        List<LeftOut> all = model.selection().get().leftOut();
        VBox lines = new VBox(6);
        all.stream().limit(LEFT_OUT_SHOWN).forEach(left -> lines.getChildren().add(line(left)));
        if (all.size() > LEFT_OUT_SHOWN) {
            lines.getChildren()
                    .add(new Label(Words.text("contents.more", all.size() - LEFT_OUT_SHOWN)));
        }
        return new Node[] {
            Page.label(Words.text("contents.left-out-title"), Styles.CARD_TITLE), lines
        };
    }

    private Node line(LeftOut left) {
        Label path = new Label(PathNames.last(left.source()));
        path.getStyleClass().add(Styles.MONO);
        Label reason = new Label(Words.text("left-out." + left.reason()));
        reason.getStyleClass().add(Styles.SECONDARY);
        HBox line = new HBox(12, path, reason);
        line.setAlignment(Pos.CENTER_LEFT);
        if (left.reason().canBeBroughtBack()) {
            Button back =
                    Page.link(
                            "bring-back",
                            Words.text("contents.bring-back"),
                            () -> {
                                layer.close();
                                model.bringBack(left);
                            });
            back.setAccessibleText(Words.text("contents.bring-back") + " " + path.getText());
            line.getChildren().add(back);
        }
        return line;
    }

    static void addFiles(ContentsModel model, FileDialogs dialogs) {
        List<java.nio.file.Path> files = dialogs.chooseFiles(Words.text("contents.add-files"));
        if (!files.isEmpty()) {
            model.add(files);
        }
    }

    static void addFolder(ContentsModel model, FileDialogs dialogs) {
        dialogs.chooseFolder(Words.text("contents.add-folder"))
                .ifPresent(folder -> model.add(List.of(folder)));
    }
}
