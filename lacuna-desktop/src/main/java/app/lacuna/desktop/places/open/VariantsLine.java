package app.lacuna.desktop.places.open;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.session.LockedArchive;
import app.lacuna.desktop.session.VariantsModel;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.Words;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** Under a password that does not fit: tries what is near it, on this computer. */
final class VariantsLine extends VBox {
    VariantsLine(LockedArchive model) {
        super(6);
        VariantsModel variants = model.variants();
        Button start = Page.link("try-variants", Words.text("variants.try"), model::tryVariants);
        Label what = Page.label(Words.text("variants.what"), Styles.SECONDARY);
        VBox offer = new VBox(2, start, what);
        offer.visibleProperty().bind(variants.offered());
        offer.managedProperty().bind(offer.visibleProperty());

        BusyLine running = new BusyLine(variants.action());
        Label none = Page.label(Words.text("variants.none"), Styles.SECONDARY);
        none.setId("variants-none");
        Spoken.news(none);
        none.visibleProperty().bind(variants.nothingFound());
        none.managedProperty().bind(none.visibleProperty());
        getChildren().setAll(new MessageStrip(variants.failure()), offer, running, none);
    }
}
