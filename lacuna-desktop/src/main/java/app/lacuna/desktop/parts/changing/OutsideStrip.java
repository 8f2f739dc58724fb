package app.lacuna.desktop.parts.changing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.Words;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** Files that are open in other programs: what became of each, and what can be done about it. */
public final class OutsideStrip extends VBox {
    private final OutsideModel model;
    private final Consumer<String> pack;

    /**
     * @param pack puts the changed copy of this path into the archive
     */
    public OutsideStrip(OutsideModel model, Consumer<String> pack) {
        super(4);
        this.model = model;
        this.pack = pack;
        setId("outside");
        getStyleClass().add("pending");
        model.changed().addListener((property, before, now) -> write());
        model.count().addListener((property, before, now) -> write());
        write();
    }

    private void write() {
        int count = model.count().get();
        setVisible(count > 0);
        setManaged(count > 0);
        getChildren().clear();
        if (count == 0) {
            return;
        }
        Label open = Page.label(Words.text("outside.count", count), Styles.SECONDARY);
        open.setId("outside-count");
        open.setWrapText(true);
        getChildren().add(open);
        if (model.areOnDisk()) {
            Label disk = Page.label(Words.text("outside.on-disk"), Styles.SECONDARY);
            disk.setId("outside-on-disk");
            disk.setWrapText(true);
            getChildren().add(disk);
        }
        model.changed().get().forEach(path -> getChildren().add(changed(path)));
    }

    private HBox changed(String path) {
        String name = path.substring(path.lastIndexOf('/') + 1);
        Label words = Page.label(Words.text("outside.changed", name), Styles.ATTENTION);
        words.setMinWidth(0);
        HBox row =
                new HBox(
                        10,
                        words,
                        Page.spacer(),
                        new WrappingRow(
                                10,
                                Page.button(
                                        "pack-change",
                                        Words.text("outside.pack"),
                                        () -> pack.accept(path)),
                                Page.button(
                                        "discard-change",
                                        Words.text("outside.discard"),
                                        () -> model.discard(path))));
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }
}
