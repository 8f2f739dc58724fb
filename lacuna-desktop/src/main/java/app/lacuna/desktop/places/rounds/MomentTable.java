package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.collections.FXCollections;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;

/** What was there, and how it stands against what is there now. */
final class MomentTable extends TableView<MomentRow> {
    private static final double ROW_HEIGHT = 28;
    private static final double TICK_WIDTH = 34;
    private static final double SIZE_WIDTH = 90;
    private static final double AGAINST_WIDTH = 210;

    private final MomentModel model;

    MomentTable(MomentModel model) {
        this.model = model;
        setId("moment");
        setAccessibleText(Words.text("backup.moment.table"));
        fixedCellSizeProperty().bind(TextSize.of(ROW_HEIGHT));
        setColumnResizePolicy(CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        setPlaceholder(new Label(Words.text("backup.moment.nothing")));
        getColumns().setAll(List.of(ticks(), name(), size(), against()));
        model.shown().addListener((property, before, now) -> show(now));
        show(model.shown().get());
        setOnKeyPressed(
                event -> {
                    MomentRow row = getSelectionModel().getSelectedItem();
                    boolean tick =
                            event.getCode() == KeyCode.SPACE || event.getCode() == KeyCode.ENTER;
                    if (row != null && tick && !event.isShortcutDown()) {
                        model.tick(row, !model.isTicked(row));
                        event.consume();
                    }
                });
    }

    private void show(List<MomentRow> rows) {
        setItems(FXCollections.observableList(rows));
    }

    private static <T> TableColumn<MomentRow, T> column(String words, double width) {
        TableColumn<MomentRow, T> column = new TableColumn<>(words);
        column.setSortable(false);
        column.setReorderable(false);
        if (width > 0) {
            column.minWidthProperty().bind(TextSize.of(width));
            column.maxWidthProperty().bind(TextSize.of(width));
        }
        return column;
    }

    private TableColumn<MomentRow, MomentRow> ticks() {
        TableColumn<MomentRow, MomentRow> column = column("", TICK_WIDTH);
        column.setCellValueFactory(row -> new ReadOnlyObjectWrapper<>(row.getValue()));
        column.setCellFactory(table -> new Tick(model));
        return column;
    }

    private static TableColumn<MomentRow, String> name() {
        TableColumn<MomentRow, String> column = column(Words.text("backup.column.name"), 0);
        column.setPrefWidth(300);
        column.setCellValueFactory(row -> new ReadOnlyStringWrapper(shown(row.getValue())));
        return column;
    }

    private static String shown(MomentRow row) {
        return row.isFolder() ? Words.text("backup.moment.folder", row.shown()) : row.shown();
    }

    private static TableColumn<MomentRow, String> size() {
        TableColumn<MomentRow, String> column =
                column(Words.text("backup.column.size"), SIZE_WIDTH);
        column.getStyleClass().add("column-mono");
        column.setCellValueFactory(
                row ->
                        new ReadOnlyStringWrapper(
                                row.getValue().isFolder()
                                        ? ""
                                        : Sizes.inWords(row.getValue().size())));
        return column;
    }

    private static TableColumn<MomentRow, MomentRow> against() {
        TableColumn<MomentRow, MomentRow> column =
                column(Words.text("backup.column.against"), AGAINST_WIDTH);
        column.setCellValueFactory(row -> new ReadOnlyObjectWrapper<>(row.getValue()));
        column.setCellFactory(table -> new AgainstCell());
        return column;
    }

    /** In words, and in colour besides. */
    private static final class AgainstCell extends TableCell<MomentRow, MomentRow> {
        private static final List<String> STYLES =
                List.of(Styles.ATTENTION, Styles.READABLE, Styles.SECONDARY);

        @Override
        protected void updateItem(MomentRow row, boolean empty) {
            super.updateItem(row, empty);
            getStyleClass().removeAll(STYLES);
            setText(empty || row == null ? "" : Words.text("backup.against." + row.against()));
            if (!empty && row != null) {
                getStyleClass()
                        .add(
                                switch (row.against()) {
                                    case CHANGED, NEW, UNREADABLE -> Styles.ATTENTION;
                                    case GONE -> Styles.READABLE;
                                    case SAME -> Styles.SECONDARY;
                                });
            }
        }
    }

    /** The box of a line. */
    private static final class Tick extends TableCell<MomentRow, MomentRow> {
        private final MomentModel model;
        private final CheckBox box = new CheckBox();
        private final InvalidationListener changed = property -> show();

        Tick(MomentModel model) {
            this.model = model;
            box.setFocusTraversable(false);
            box.setOnAction(
                    event -> {
                        if (getItem() != null) {
                            model.tick(getItem(), box.isSelected());
                        }
                    });
            model.ticks().addListener(new WeakInvalidationListener(changed));
        }

        @Override
        protected void updateItem(MomentRow row, boolean empty) {
            super.updateItem(row, empty);
            show();
        }

        private void show() {
            MomentRow row = isEmpty() ? null : getItem();
            setGraphic(row == null ? null : box);
            if (row != null) {
                box.setSelected(model.isTicked(row));
                box.setAccessibleText(Words.text("backup.tick", row.shown()));
            }
        }
    }
}
