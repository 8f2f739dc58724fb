package app.lacuna.desktop.parts.viewer;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.words.Words;
import app.lacuna.preview.HexLines;
import java.util.AbstractList;
import javafx.collections.FXCollections;
import javafx.scene.control.ListView;

/** Bytes, line by line; only the lines that are seen are made. */
final class HexStage extends ListView<String> {
    private static final double ROW_HEIGHT = 20;

    HexStage(HexLines lines) {
        super(
                FXCollections.observableList(
                        new AbstractList<>() {
                            @Override
                            public String get(int index) {
                                return lines.line(index);
                            }

                            @Override
                            public int size() {
                                return lines.count();
                            }
                        }));
        setId("viewer-hex");
        fixedCellSizeProperty().bind(TextSize.of(ROW_HEIGHT));
        getStyleClass().addAll(Styles.MONO, "hex");
        setAccessibleText(Words.text("viewer.hex-area"));
    }
}
