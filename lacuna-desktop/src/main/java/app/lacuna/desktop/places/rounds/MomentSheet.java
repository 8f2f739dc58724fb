package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.Focus;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Words;
import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The moment that is picked: its files, what is looked for, and what putting back would do. */
final class MomentSheet extends VBox {
    private final BackupModel backup;
    private final MomentModel model;
    private final TextField find = new TextField();
    private final Label line = Page.label("", Styles.SECONDARY);
    private final CheckBox remove = new CheckBox();
    private final Button history;
    private final Button all;

    MomentSheet(BackupModel backup, MomentModel model) {
        super(8);
        this.backup = backup;
        this.model = model;
        find.setId("moment-find");
        find.setPromptText(Words.text("backup.find"));
        FieldName.give(find, Words.text("backup.find"));
        find.textProperty().bindBidirectional(model.filter());
        history =
                Page.link(
                        "moment-history",
                        Words.text("backup.history"),
                        () -> backup.back().search(find.getText().strip()));
        history.visibleProperty().bind(find.textProperty().map(text -> !text.isBlank()));
        history.managedProperty().bind(history.visibleProperty());
        find.setOnAction(
                event -> {
                    if (!find.getText().isBlank()) {
                        history.fire();
                    }
                });
        all = Page.link("moment-untick", Words.text("backup.untick"), model::untickAll);
        Label title = Page.label(title(), Styles.CARD_TITLE);
        title.setId("moment-title");
        title.setMinWidth(0);
        HBox.setHgrow(title, Priority.ALWAYS);
        title.setMaxWidth(Double.MAX_VALUE);
        HBox head = new HBox(12, title, history, find);
        head.setAlignment(Pos.CENTER_LEFT);
        MomentTable table = new MomentTable(model);
        VBox.setVgrow(table, Priority.ALWAYS);
        table.setMinHeight(120);
        line.setId("moment-line");
        remove.setId("moment-remove-new");
        remove.selectedProperty().bindBidirectional(model.removingNew());
        remove.managedProperty().bind(remove.visibleProperty());
        HBox.setHgrow(line, Priority.ALWAYS);
        line.setMaxWidth(Double.MAX_VALUE);
        line.setMinHeight(USE_PREF_SIZE); // the table gives way, and not what is said of it
        HBox under = new HBox(12, line, all);
        under.setAlignment(Pos.TOP_LEFT);
        getChildren().setAll(head, table, under, remove);
        List<String> broken = model.moment().broken();
        if (!broken.isEmpty()) {
            Label missing =
                    Page.label(
                            Words.text(
                                    "backup.moment.broken",
                                    broken.size(),
                                    model.moment().archive().missing().size()),
                            Styles.READABLE);
            missing.setId("moment-broken");
            missing.setMinHeight(USE_PREF_SIZE);
            getChildren().add(1, missing);
        }
        VBox.setVgrow(this, Priority.ALWAYS);
        InvalidationListener changed = property -> write();
        model.all().addListener(changed);
        model.ticks().addListener(changed);
        model.removingNew().addListener(changed);
        write();
    }

    private String title() {
        return Words.text(
                "backup.moment.title",
                RoundList.roots(backup.round()),
                Dates.minute(model.moment().generation().time()));
    }

    private void write() {
        all.setVisible(model.tickedCount() > 0);
        all.setManaged(model.tickedCount() > 0);
        if (model.rows().isEmpty()) {
            line.setText(Words.text("backup.moment.comparing"));
            remove.setVisible(false);
            return;
        }
        List<MomentRow> rows = model.rows().get();
        long added =
                rows.stream()
                        .takeWhile(row -> row.against() != MomentRow.Against.SAME)
                        .filter(row -> row.against() == MomentRow.Against.NEW)
                        .count();
        long there = rows.size() - added;
        line.setText(
                Words.text(
                        "backup.moment.line",
                        model.toPutBack().size(),
                        there,
                        model.tickedCount(),
                        model.moment().archive().missing().size() > 0 ? "yes" : "no"));
        remove.setVisible(added > 0);
        remove.setText(Words.text("backup.moment.remove-new", added));
    }

    void find() {
        Focus.on(find);
        find.selectAll();
    }
}
