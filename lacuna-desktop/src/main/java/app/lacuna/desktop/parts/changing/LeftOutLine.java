package app.lacuna.desktop.parts.changing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.LeftOut;
import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** Says of what was to be put in that it could not be read, and why. */
public final class LeftOutLine extends HBox {
    public LeftOutLine(ChangesModel model) {
        getStyleClass().add(Styles.MESSAGE);
        setId("not-added");
        Label words = Page.label("", Styles.READABLE);
        words.textProperty().bind(model.leftOut().map(LeftOutLine::told));
        getChildren().setAll(words);
        visibleProperty().bind(words.textProperty().isNotEmpty());
        managedProperty().bind(visibleProperty());
    }

    /** The first of them by name; the others are counted. */
    private static String told(List<LeftOut> leftOut) {
        if (leftOut.isEmpty()) {
            return "";
        }
        LeftOut first = leftOut.get(0);
        return Words.text(
                "pending.left-out",
                leftOut.size(),
                PathNames.last(first.source()),
                Words.text("left-out." + first.reason()));
    }
}
