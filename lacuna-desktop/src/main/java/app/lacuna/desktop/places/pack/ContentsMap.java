package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.PathTree.Node;
import app.lacuna.selection.Treemap;
import app.lacuna.selection.Treemap.Area;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Pane;

/**
 * What takes the room: every file an area as large as its share. A click chooses it in the tree.
 */
final class ContentsMap extends Pane {
    /** Smaller areas are not worth drawing, nor looking into. */
    private static final double SMALLEST = 60;

    private static final double TITLE = 15;
    private static final double TITLE_FROM = 42;
    private static final PseudoClass FOLDER = PseudoClass.getPseudoClass("folder");

    private final ContentsModel model;
    private final Consumer<Node<FileItem>> choose;

    ContentsMap(ContentsModel model, Consumer<Node<FileItem>> choose) {
        this.model = model;
        this.choose = choose;
        setId("contents-map");
        getStyleClass().add("contents-map");
        setAccessibleText(Words.text("map.accessible"));
        setMinSize(0, 0);
        model.tree().addListener((property, before, now) -> draw());
        widthProperty().addListener((property, before, now) -> draw());
        heightProperty().addListener((property, before, now) -> draw());
        visibleProperty().addListener((property, before, now) -> draw());
    }

    private void draw() {
        getChildren().clear();
        if (isVisible() && getWidth() > 0) {
            into(model.tree().get(), new Area(0, 0, getWidth(), getHeight()).inside(6, 0));
        }
    }

    private void into(Node<FileItem> folder, Area area) {
        List<Node<FileItem>> children =
                folder.children().stream()
                        .filter(child -> child.size() > 0)
                        .sorted(Comparator.comparingLong((Node<FileItem> n) -> n.size()).reversed())
                        .toList();
        List<Area> areas = Treemap.layOut(children.stream().map(Node::size).toList(), area);
        for (int i = 0; i < children.size(); i++) {
            if (areas.get(i).size() >= SMALLEST) {
                place(children.get(i), areas.get(i));
            }
        }
    }

    private void place(Node<FileItem> node, Area area) {
        Label tile =
                new Label(area.width() > TITLE_FROM && area.height() > TITLE ? node.name() : "");
        tile.getStyleClass().add("map-tile");
        tile.pseudoClassStateChanged(FOLDER, node.isFolder());
        tile.setManaged(false);
        tile.setAccessibleRole(AccessibleRole.BUTTON);
        String words = Words.text("map.area", node.name(), Sizes.inWords(node.size()));
        tile.setAccessibleText(words);
        tile.setTooltip(new Tooltip(words));
        tile.setOnMouseClicked(
                event -> {
                    choose.accept(node);
                    event.consume();
                });
        Area inner = area.inside(1, 0);
        tile.resizeRelocate(inner.x(), inner.y(), inner.width(), inner.height());
        getChildren().add(tile);
        if (node.isFolder()) {
            into(node, inner.inside(2, inner.height() > 2 * TITLE ? TITLE : 0));
        }
    }
}
