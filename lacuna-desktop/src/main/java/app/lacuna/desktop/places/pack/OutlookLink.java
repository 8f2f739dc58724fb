package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.words.Words;
import app.lacuna.extract.Outlook;
import java.nio.file.Path;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** Says beforehand what will come out otherwise than it goes in, or not at all. */
final class OutlookLink extends StackPane {
    private static final int SHOWN = 12;

    private final ContentsModel model;

    OutlookLink(ContentsModel model, PopoverLayer layer) {
        this.model = model;
        Button link = Page.link("outlook", "", () -> {});
        link.setOnAction(event -> layer.show(link, list()));
        link.textProperty()
                .bind(model.outlook().map(now -> Words.text("contents.outlook", count(now))));
        getChildren().setAll(link);
        visibleProperty().bind(model.outlook().map(now -> count(now) > 0));
        managedProperty().bind(visibleProperty());
    }

    private int count(List<Outlook.Concern> concerns) {
        return concerns.size() + model.selection().get().linkRoots().size();
    }

    private Node[] list() {
        VBox lines = new VBox(6);
        for (Path link : model.selection().get().linkRoots()) {
            lines.getChildren().add(line(link.toString(), Words.text("outlook.LINK_ROOT")));
        }
        List<Outlook.Concern> concerns = model.outlook().get();
        concerns.stream()
                .limit(SHOWN)
                .forEach(
                        concern ->
                                lines.getChildren()
                                        .add(
                                                line(
                                                        concern.item().path(),
                                                        Words.text(
                                                                "outlook." + concern.trouble()))));
        if (concerns.size() > SHOWN) {
            lines.getChildren()
                    .add(new Label(Words.text("contents.more", concerns.size() - SHOWN)));
        }
        return new Node[] {
            Page.label(Words.text("contents.outlook-title"), Styles.CARD_TITLE), lines
        };
    }

    private static HBox line(String path, String words) {
        Label name = new Label(path);
        name.getStyleClass().add(Styles.MONO);
        Label why = new Label(words);
        why.getStyleClass().add(Styles.SECONDARY);
        HBox line = new HBox(12, name, why);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }
}
