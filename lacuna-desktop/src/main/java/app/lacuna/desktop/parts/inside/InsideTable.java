package app.lacuna.desktop.parts.inside;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.parts.inside.Order.By;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.collections.FXCollections;
import javafx.scene.control.Label;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableColumn.SortType;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.jspecify.annotations.Nullable;

/**
 * The lines of an archive: a table that looks like a tree. Its rows are a list that is already
 * made, so that scrolling a million of them costs what scrolling twenty does.
 */
public final class InsideTable extends TableView<Node<PlannedEntry>> {
    /** A figure of the typeface for sizes and dates, and what is beside them in a column. */
    private static final double MONO = 7.4;

    private static final double MARGINS = 17;
    private static final double ROW_HEIGHT = 28;
    private static final double TICK_WIDTH = 34;

    /** With less room than this, names are worth more than packed sizes. */
    private static final double ROOMY = 540;

    private final InsideModel model;
    private final Consumer<PlannedEntry> view;
    private @Nullable Node<PlannedEntry> lookedAt;

    /**
     * @param state what is to be said of an entry beside its name
     * @param dropped told the folder of the archive that files were dropped on, and the files
     */
    public InsideTable(
            InsideModel model,
            Consumer<PlannedEntry> view,
            Function<PlannedEntry, Optional<StateNote>> state,
            BiConsumer<String, List<Path>> dropped) {
        this.model = model;
        this.view = view;
        setId("inside");
        setAccessibleText(Words.text("open.inside"));
        fixedCellSizeProperty().bind(TextSize.of(ROW_HEIGHT));
        getStyleClass().add("inside");
        setColumnResizePolicy(CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        TableColumn<Node<PlannedEntry>, Node<PlannedEntry>> name = new TableColumn<>();
        name.setCellFactory(column -> new NameCell(model, state));
        head(name, "column.name", By.NAME, "column-name");
        name.setPrefWidth(240);
        TableColumn<Node<PlannedEntry>, String> packed = mono(By.PACKED, 80, InsideTable::packed);
        getColumns()
                .setAll(
                        List.of(
                                ticks(),
                                name,
                                mono(By.SIZE, 80, node -> Sizes.inWords(node.size())),
                                packed,
                                mono(
                                        By.CHANGED,
                                        Dates.longestDay() * MONO + MARGINS,
                                        InsideTable::changed)));
        setSortPolicy(table -> sortByHead());
        model.order()
                .addListener(
                        (property, before, now) -> {
                            if (now.isUsual()) {
                                getSortOrder().clear();
                            }
                        });
        setPlaceholder(new Label(""));
        widthProperty()
                .addListener(
                        (property, before, now) ->
                                packed.setVisible(now.doubleValue() > TextSize.of(ROOMY).get()));
        model.rows().addListener((property, before, now) -> show(now));
        show(model.rows().get());
        getSelectionModel()
                .selectedItemProperty()
                .addListener((property, before, now) -> look(now));
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        setRowFactory(table -> new InsideRow(model, dropped));
    }

    private static String packed(Node<PlannedEntry> node) {
        return node.value()
                .filter(entry -> entry.added().isEmpty() && !node.isFolder())
                .flatMap(PlannedEntry::before)
                .map(entry -> Sizes.inWords(entry.packedSize()))
                .orElse("");
    }

    private static String changed(Node<PlannedEntry> node) {
        return node.value().map(entry -> Dates.day(entry.modified())).orElse("");
    }

    private TableColumn<Node<PlannedEntry>, String> mono(
            By by, double width, Function<Node<PlannedEntry>, String> text) {
        TableColumn<Node<PlannedEntry>, String> column = new TableColumn<>();
        column.minWidthProperty().bind(TextSize.of(width));
        column.maxWidthProperty().bind(TextSize.of(width));
        column.setCellValueFactory(row -> new ReadOnlyStringWrapper(text.apply(row.getValue())));
        head(column, "column." + by, by, "column-mono");
        return column;
    }

    private void head(TableColumn<Node<PlannedEntry>, ?> column, String key, By by, String style) {
        column.setText(Words.text(key));
        column.setId("sort-" + by);
        column.setUserData(by);
        column.setReorderable(false);
        column.getStyleClass().add(style);
    }

    /** The model sorts; a click on a head only says by what. */
    private boolean sortByHead() {
        Order wanted =
                getSortOrder().isEmpty()
                        ? Order.USUAL
                        : new Order(
                                (By) getSortOrder().get(0).getUserData(),
                                getSortOrder().get(0).getSortType() == SortType.DESCENDING);
        model.order().set(wanted);
        return true;
    }

    private TableColumn<Node<PlannedEntry>, Node<PlannedEntry>> ticks() {
        TableColumn<Node<PlannedEntry>, Node<PlannedEntry>> column = new TableColumn<>();
        column.minWidthProperty().bind(TextSize.of(TICK_WIDTH));
        column.maxWidthProperty().bind(TextSize.of(TICK_WIDTH));
        column.setSortable(false);
        column.setReorderable(false);
        column.setCellFactory(table -> new TickCell(model));
        return column;
    }

    /** The marked line stays marked, if it is still there. */
    private void show(List<Node<PlannedEntry>> rows) {
        Node<PlannedEntry> marked = getSelectionModel().getSelectedItem();
        lookedAt = rows.isEmpty() ? null : lookedAt;
        setItems(FXCollections.observableList(rows));
        if (marked != null) {
            int again = indexOf(rows, marked);
            if (again >= 0) {
                getSelectionModel().select(again);
            }
        }
    }

    private static int indexOf(List<Node<PlannedEntry>> rows, Node<PlannedEntry> node) {
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i) == node) {
                return i;
            }
        }
        return -1;
    }

    /** Lets go of everything that is on the page, also of lines that are not seen any more. */
    public void forget() {
        getSelectionModel().clearSelection();
        lookedAt = null;
        setItems(FXCollections.observableArrayList());
        setSkin(null); // the next time it is shown it gets new cells
    }

    private void look(@Nullable Node<PlannedEntry> node) {
        if (node != null && node != lookedAt) {
            lookedAt = node;
            node.value().filter(PlannedEntry::isThere).ifPresent(view);
        }
    }

    private void key(KeyEvent event) {
        Node<PlannedEntry> node = getSelectionModel().getSelectedItem();
        if (node == null) {
            return;
        }
        boolean open = model.isOpen(node);
        if (event.getCode() == KeyCode.ENTER && !event.isShortcutDown()) {
            model.chosen().choose(node, !model.chosen().isChosen(node));
            event.consume();
        } else if (event.getCode() == KeyCode.SPACE) {
            lookedAt = null;
            look(node);
            event.consume();
        } else if (event.getCode() == KeyCode.RIGHT && node.isFolder() && !open) {
            model.setOpen(node, true);
            event.consume();
        } else if (event.getCode() == KeyCode.LEFT && node.isFolder() && open) {
            model.setOpen(node, false);
            event.consume();
        }
    }

    /** The folder of the archive that the marked line is or lies in; the top without one. */
    public String markedFolder() {
        Node<PlannedEntry> marked = getSelectionModel().getSelectedItem();
        return marked == null ? "" : InsideRow.folderOf(marked);
    }

    /** A word beside a name. */
    public record StateNote(String words, String style) {
        public static StateNote attention(String words) {
            return new StateNote(words, Styles.ATTENTION);
        }

        public static StateNote bad(String words) {
            return new StateNote(words, Styles.READABLE);
        }
    }
}
