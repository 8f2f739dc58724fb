package app.lacuna.desktop.places.open;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.session.Offer;
import app.lacuna.desktop.session.Troubles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** What can be done about an archive that is damaged, claims too much or holds another one. */
final class OfferStrip extends HBox {
    OfferStrip(Troubles model, String id, Runnable takeOffer) {
        super(16);
        setAlignment(Pos.CENTER_LEFT);
        style(model.offer().get());
        model.offer().addListener((property, before, now) -> style(now));
        Label words = Page.label("", Styles.SECONDARY);
        words.setMinWidth(0);
        Button take = Page.button(id, "", takeOffer);
        words.textProperty()
                .bind(model.offer().map(offer -> Words.text("offer." + offer + ".words")));
        take.textProperty().bind(model.offer().map(offer -> Words.text("offer." + offer)));
        getChildren().setAll(words, Page.spacer(), take);
        visibleProperty().bind(model.offer().map(offer -> offer != Offer.NONE));
        managedProperty().bind(visibleProperty());
    }

    /** Looking inside is a possibility, and no trouble. */
    private void style(Offer offer) {
        getStyleClass().setAll(offer == Offer.LOOK_INSIDE ? "pending" : Styles.MESSAGE);
    }
}
