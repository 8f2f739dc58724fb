package app.lacuna.desktop.parts.taking;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.extract.Conflict;
import app.lacuna.extract.ConflictRule;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** The question what to do with a file that is in the way, on the page, not in a dialog. */
public final class ConflictPanel extends VBox {
    private final CheckBox forAll = new CheckBox(Words.text("conflict.for-all"));

    public ConflictPanel(ExtractModel model) {
        super(8);
        getStyleClass().add(Styles.MESSAGE);
        forAll.setId("conflict-for-all");
        show(model.question().get());
        model.question().addListener((property, before, now) -> show(now));
    }

    private void show(Optional<ConflictQuestion> question) {
        setVisible(question.isPresent());
        setManaged(question.isPresent());
        question.ifPresent(this::ask);
    }

    private void ask(ConflictQuestion question) {
        Conflict conflict = question.conflict();
        forAll.setSelected(false);
        Button skip = button(question, ConflictRule.SKIP);
        HBox answers =
                new HBox(
                        8,
                        skip,
                        button(question, ConflictRule.OVERWRITE),
                        button(question, ConflictRule.KEEP_BOTH),
                        forAll);
        answers.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        getChildren()
                .setAll(
                        Page.label(
                                Words.text("conflict.what", conflict.existing().getFileName()),
                                "message-what"),
                        Page.label(
                                Words.text(
                                        "conflict.both",
                                        Sizes.inWords(conflict.existingSize()),
                                        Dates.minute(conflict.existingModified()),
                                        Sizes.inWords(conflict.entry().size()),
                                        Dates.minute(conflict.entry().modified())),
                                Styles.SECONDARY),
                        answers);
        Platform.runLater(skip::requestFocus);
    }

    private Button button(ConflictQuestion question, ConflictRule rule) {
        return Page.button(
                "conflict-" + rule,
                Words.text("conflict." + rule),
                () -> question.answer(rule, forAll.isSelected()));
    }
}
