package app.lacuna.desktop.places.open;

import static java.util.Objects.requireNonNull;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.places.open.RecentModel.Recent;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.util.function.Consumer;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** The archives that were opened last; each can be opened again or forgotten. */
final class RecentList extends VBox {
    private final RecentModel model;
    private final Consumer<Path> open;

    RecentList(RecentModel model, Consumer<Path> open) {
        super(4);
        this.model = model;
        this.open = open;
        setId("recent");
        setAlignment(Pos.CENTER);
        setFillWidth(false);
        model.archives().addListener((ListChangeListener<Recent>) change -> write());
        write();
    }

    private void write() {
        getChildren().clear();
        if (model.archives().isEmpty()) {
            return;
        }
        getChildren().add(Page.label(Words.text("recent.title"), Styles.CARD_TITLE));
        for (int i = 0; i < model.archives().size(); i++) {
            getChildren().add(line(i, model.archives().get(i)));
        }
    }

    private HBox line(int index, Recent recent) {
        Path archive = recent.archive();
        Button again =
                Page.link(
                        "recent-" + index,
                        archive.getFileName().toString(),
                        () -> open.accept(archive));
        boolean there = recent.there();
        again.setDisable(!there);
        Path folder = requireNonNull(archive.getParent());
        Label where =
                new Label(
                        there
                                ? Words.text("recent.in", PathNames.last(folder))
                                : Words.text("recent.gone"));
        where.getStyleClass().add(Styles.CAPTION);
        Button forget =
                Page.link(
                        "recent-forget-" + index,
                        Words.text("recent.forget"),
                        () -> model.forget(archive));
        forget.setAccessibleText(Words.text("recent.forget.accessible", archive.getFileName()));
        HBox line = new HBox(10, again, where, forget);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }
}
