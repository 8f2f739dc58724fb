package app.lacuna.desktop.places.discs;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscTable;
import app.lacuna.disc.DiscTable.Count;
import app.lacuna.disc.Recovery;
import java.util.Optional;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.text.TextAlignment;

/** How many discs of each kind it takes; a click on a kind chooses it. */
final class TableCard extends VBox {
    private static final int COLUMNS = 4;

    /** Of a hundred. */
    private static final double[] WIDTHS = {34, 14, 27, 25};

    private final DiscsModel model;
    private final GridPane grid = new GridPane();
    private final Label tooLarge = Page.label("", Styles.ATTENTION);
    private final Label bound = Page.label("", Styles.SECONDARY);

    TableCard(DiscsModel model) {
        super(8);
        this.model = model;
        getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        for (int i = 0; i < COLUMNS; i++) {
            ColumnConstraints column = new ColumnConstraints();
            column.setHalignment(i == 0 ? HPos.LEFT : HPos.RIGHT);
            column.setPercentWidth(WIDTHS[i]);
            grid.getColumnConstraints().add(column);
        }
        grid.getStyleClass().add("disc-table");
        tooLarge.setId("discs-too-large");
        tooLarge.managedProperty().bind(tooLarge.visibleProperty());
        bound.setId("discs-bound");
        bound.managedProperty().bind(bound.visibleProperty());
        getChildren()
                .setAll(
                        Page.label(Words.text("discs.table"), Styles.CARD_TITLE),
                        grid,
                        bound,
                        tooLarge);
        model.plan().table().addListener((property, before, now) -> write());
        model.form().kind().addListener((property, before, now) -> write());
        write();
    }

    private void write() {
        grid.getChildren().clear();
        Optional<DiscTable> table = model.plan().table().get();
        tooLarge.setVisible(false);
        bound.setVisible(false);
        if (table.isEmpty()) {
            return;
        }
        Recovery recovery = table.get().recovery();
        head(1, Words.text("discs.table.as-it-is"));
        head(2, Words.text("discs.table.packed"));
        head(3, Words.text("discs.table." + recovery.kind(), recovery.discs()));
        head(0, Words.text("discs.table.kind"));
        int row = 1;
        for (DiscTable.Row line : table.get().rows()) {
            write(line, row++);
        }
        int fewest = table.get().row(model.form().kind().get()).map(DiscTable.Row::bound).orElse(0);
        bound.setText(Words.text("discs.table.bound", fewest));
        bound.setVisible(fewest > 0);
        int files = model.plan().count(table.get()).map(Count::tooLarge).orElse(0);
        tooLarge.setText(Words.text("discs.table.too-large", files));
        tooLarge.setVisible(files > 0);
    }

    private void head(int column, String words) {
        Label label = Page.label(words, Styles.SECONDARY);
        label.setAlignment(Pos.CENTER_RIGHT);
        label.setTextAlignment(TextAlignment.RIGHT);
        label.setMinHeight(Region.USE_PREF_SIZE);
        label.getStyleClass().add("disc-head");
        grid.add(label, column, 0);
    }

    private void write(DiscTable.Row line, int row) {
        boolean chosen = line.kind().equals(model.form().kind().get());
        Region band = new Region();
        band.getStyleClass().add(chosen ? "disc-row-chosen" : "disc-row");
        grid.add(band, 0, row, COLUMNS, 1);
        Button kind = kind(line.kind(), chosen);
        grid.add(kind, 0, row);
        number(line.asItIs(), false, 1, row);
        boolean safe = model.form().recovery().get().kind() != Recovery.Kind.NONE;
        line.packed().ifPresent(count -> number(count, chosen && !safe, 2, row));
        line.withRecovery().ifPresent(count -> number(count, chosen && safe, 3, row));
    }

    private Button kind(DiscKind kind, boolean chosen) {
        String id = kind.name().isEmpty() ? "own" : kind.name();
        Button button =
                Page.button(
                        "kind-" + id, DiscKinds.name(kind), () -> model.form().kind().set(kind));
        button.getStyleClass().setAll(chosen ? "disc-kind-chosen" : "disc-kind");
        return button;
    }

    private void number(Count count, boolean chosen, int column, int row) {
        Label label = Page.label(DiscKinds.number(count), Styles.MONO);
        label.setMinWidth(Region.USE_PREF_SIZE);
        if (chosen) {
            label.getStyleClass().add("disc-number-chosen");
        }
        grid.add(label, column, row);
    }
}
