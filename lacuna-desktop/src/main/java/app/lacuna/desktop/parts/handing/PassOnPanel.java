package app.lacuna.desktop.parts.handing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.InSight;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WholeHeight;
import app.lacuna.desktop.words.Words;
import app.lacuna.print.SpellingAlphabet.Spelled;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** The password large, to be read out by telephone: character by character, with code words. */
public final class PassOnPanel extends WholeHeight {
    private static final double WRITTEN_WIDTH = 44;

    private final PassOnModel model;

    public PassOnPanel(PassOnModel model) {
        super(8);
        this.model = model;
        setId("pass-on-panel");
        getStyleClass().addAll(Styles.SHEET, "clear-panel");
        managedProperty().bind(visibleProperty());
        model.spelled().addListener((property, before, now) -> show(now));
        show(List.of());
    }

    private void show(List<Spelled> spelled) {
        getChildren().clear();
        setVisible(!spelled.isEmpty());
        if (spelled.isEmpty()) {
            return;
        }
        InSight.bring(this); // on a narrow page it is below what is seen
        getChildren()
                .addAll(
                        Page.label(Words.text("pass-on.heading"), Styles.HEADING),
                        Page.label(Words.text("pass-on.count", spelled.size()), Styles.SECONDARY));
        spelled.forEach(one -> getChildren().add(line(one)));
        getChildren().add(Page.button("pass-on-hide", Words.text("pass-on.hide"), model::hide));
    }

    private static HBox line(Spelled one) {
        Label written = new Label(one.character().isBlank() ? "\u2423" : one.character());
        written.getStyleClass().addAll(Styles.MONO, "spelled");
        written.setMinWidth(WRITTEN_WIDTH);
        Label words = new Label(Words.text("pass-on." + one.kind(), one.words()));
        words.getStyleClass().add("spelled-words");
        words.setWrapText(true);
        HBox line = new HBox(8, written, words);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }
}
