package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.generations.History;
import java.util.List;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.collections.FXCollections;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** When a file appeared, changed and vanished; a line brings one to that moment. */
final class FoundSheet extends VBox {
    private static final double ROW_HEIGHT = 28;
    private static final double WHEN_WIDTH = 170;
    private static final double WHAT_WIDTH = 130;

    FoundSheet(BackupModel backup, LookingBackModel.Found found) {
        super(8);
        Label title =
                Page.label(
                        Words.text("backup.found.title", found.wanted(), found.events().size()),
                        Styles.CARD_TITLE);
        title.setId("found-title");
        HBox head =
                new HBox(
                        12,
                        title,
                        Page.spacer(),
                        Page.link(
                                "found-back",
                                Words.text("backup.found.back"),
                                backup.back()::forgetFound));
        head.setAlignment(Pos.CENTER_LEFT);
        TableView<History.Event> table = new TableView<>();
        table.setId("found");
        table.setAccessibleText(title.getText());
        table.fixedCellSizeProperty().bind(TextSize.of(ROW_HEIGHT));
        table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        table.setPlaceholder(new Label(Words.text("backup.found.nothing")));
        table.getColumns()
                .setAll(
                        List.of(
                                column(
                                        "backup.column.when",
                                        WHEN_WIDTH,
                                        event -> Dates.minute(event.generation().time())),
                                column(
                                        "backup.column.what",
                                        WHAT_WIDTH,
                                        event -> Words.text("backup.event." + event.kind())),
                                column(
                                        "backup.column.name",
                                        0,
                                        event ->
                                                PathNames.printable(
                                                        event.path().replace("/", " / ")))));
        table.setItems(FXCollections.observableList(found.events()));
        table.getSelectionModel()
                .selectedItemProperty()
                .addListener(
                        (property, before, now) -> {
                            if (now != null) {
                                backup.pick(now.generation());
                            }
                        });
        VBox.setVgrow(table, Priority.ALWAYS);
        VBox.setVgrow(this, Priority.ALWAYS);
        table.setMinHeight(120);
        getChildren()
                .setAll(head, table, Page.label(Words.text("backup.found.line"), Styles.SECONDARY));
    }

    private static TableColumn<History.Event, String> column(
            String key, double width, Function<History.Event, String> text) {
        TableColumn<History.Event, String> column = new TableColumn<>(Words.text(key));
        column.setSortable(false);
        column.setReorderable(false);
        if (width > 0) {
            column.minWidthProperty().bind(TextSize.of(width));
            column.maxWidthProperty().bind(TextSize.of(width));
        }
        column.setCellValueFactory(row -> new ReadOnlyStringWrapper(text.apply(row.getValue())));
        return column;
    }
}
