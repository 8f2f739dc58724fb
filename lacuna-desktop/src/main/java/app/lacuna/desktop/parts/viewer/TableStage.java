package app.lacuna.desktop.parts.viewer;

import app.lacuna.desktop.words.Words;
import app.lacuna.preview.Table;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.collections.FXCollections;
import javafx.scene.control.Label;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;

/** A table of separated values. */
final class TableStage extends TableView<Table.Row> {
    private static final double COLUMN_WIDTH = 110;

    TableStage(Table table) {
        setId("viewer-table");
        setAccessibleText(Words.text("viewer.table-area"));
        int columns =
                Math.max(
                        table.names().size(),
                        table.rows().stream().limit(200).mapToInt(Table.Row::size).max().orElse(0));
        for (int i = 0; i < columns; i++) {
            getColumns().add(column(table.names().cell(i), i));
        }
        setPlaceholder(new Label(""));
        setItems(FXCollections.observableList(table.rows()));
    }

    private static TableColumn<Table.Row, String> column(String name, int index) {
        TableColumn<Table.Row, String> column = new TableColumn<>(name);
        column.setPrefWidth(COLUMN_WIDTH);
        column.setSortable(false);
        column.setReorderable(false);
        column.setCellValueFactory(row -> new ReadOnlyStringWrapper(row.getValue().cell(index)));
        return column;
    }
}
