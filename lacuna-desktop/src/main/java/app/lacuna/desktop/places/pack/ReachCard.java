package app.lacuna.desktop.places.pack;

import static java.util.Objects.requireNonNull;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import app.lacuna.exposure.Exposure;
import app.lacuna.exposure.Opener;
import app.lacuna.exposure.Reach;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** Who can open it with what they have, and what that costs. */
final class ReachCard extends VBox {
    private final PackViewModel model;
    private final VBox lines = new VBox(5);
    private final Label price = Page.label("", Styles.SECONDARY);

    ReachCard(PackViewModel model) {
        super(8);
        this.model = model;
        getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        setId("reach");
        price.setId("reach-price");
        getChildren()
                .setAll(Page.label(Words.text("reach.title"), Styles.CARD_TITLE), lines, price);
        model.exposure().exposure().addListener((property, before, now) -> write(now));
        write(model.exposure().exposure().get());
    }

    private void write(Exposure exposure) {
        lines.getChildren().clear();
        for (Opener opener : Opener.values()) {
            if (opener != Opener.LACUNA) {
                lines.getChildren()
                        .add(line(opener, requireNonNull(exposure.openers().get(opener))));
            }
        }
        boolean traditional =
                model.form().protection().get() == app.lacuna.archive.Protection.TRADITIONAL;
        price.setText(traditional ? Words.text("reach.traditional") : "");
        price.setVisible(traditional);
        price.setManaged(traditional);
    }

    private static HBox line(Opener opener, Reach reach) {
        Label words =
                new Label(Words.text("opener." + opener) + Words.text("opener.reach." + reach));
        Mark.Meaning meaning = reach == Reach.NO ? Mark.Meaning.STILL_READABLE : Mark.Meaning.DONE;
        if (reach == Reach.NO) {
            words.getStyleClass().add(Styles.SECONDARY);
            meaning = Mark.Meaning.NOT_YET;
        }
        HBox line = new HBox(8, new Mark(meaning, 5), words);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }
}
