package app.lacuna.desktop.parts.inside;

import app.lacuna.desktop.words.Words;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.scene.control.CheckBox;

/** The box of a line. */
final class TickCell extends LineCell {
    private final CheckBox box = new CheckBox();
    private final InsideModel model;

    /** Held here alone, so that cells which are used no more are not kept by the model. */
    private final InvalidationListener changed = property -> show();

    TickCell(InsideModel model) {
        this.model = model;
        box.setFocusTraversable(false);
        box.setOnAction(
                event -> {
                    if (node() != null) {
                        model.chosen().choose(node(), box.isSelected());
                    }
                });
        model.chosen().changes().addListener(new WeakInvalidationListener(changed));
    }

    @Override
    void show() {
        Node<PlannedEntry> node = node();
        setGraphic(node == null ? null : box);
        if (node != null) {
            box.setSelected(model.chosen().isChosen(node));
            box.setAccessibleText(Words.text("open.tick", node.name()));
        }
    }
}
