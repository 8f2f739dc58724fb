package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.words.Words;
import app.lacuna.rounds.Round;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;

/** The saved rounds on the empty page: one click, and the brief says what it was. */
final class RoundsRow extends FlowPane {
    private final PackViewModel model;
    private final PopoverLayer layer;

    RoundsRow(PackViewModel model, PopoverLayer layer) {
        super(8, 8);
        this.model = model;
        this.layer = layer;
        setAlignment(Pos.CENTER);
        setId("rounds");
        model.rounds().rounds().addListener((ListChangeListener<Round>) change -> write());
        write();
    }

    private void write() {
        getChildren().clear();
        boolean any = !model.rounds().rounds().isEmpty();
        setVisible(any);
        setManaged(any);
        if (any) {
            Label title = new Label(Words.text("rounds.title"));
            title.getStyleClass().add(Styles.SECONDARY);
            getChildren().add(title);
        }
        model.rounds().rounds().forEach(round -> getChildren().add(offer(round)));
    }

    private Node offer(Round round) {
        Button load = Page.button("round", round.name(), () -> new RoundOfPage(model).load(round));
        load.setAccessibleText(Words.text("rounds.load", round.name()));
        Button more = Page.link("round-more", "\u2026", () -> {});
        more.setAccessibleText(Words.text("rounds.more", round.name()));
        more.setOnAction(event -> layer.show(more, details(round)));
        HBox box = new HBox(2, load, more);
        box.setAlignment(Pos.CENTER);
        return box;
    }

    private Node[] details(Round round) {
        Label what =
                Page.label(
                        Words.text(
                                "rounds.what",
                                round.roots().size(),
                                round.archiveName(),
                                round.folder().toString()),
                        Styles.SECONDARY);
        what.setMaxWidth(380);
        Button forget =
                Page.button(
                        "round-forget",
                        Words.text("rounds.forget"),
                        () -> {
                            layer.close();
                            model.rounds().forget(round);
                        });
        return new Node[] {Page.label(round.name(), Styles.CARD_TITLE), what, forget};
    }
}
