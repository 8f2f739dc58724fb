package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.rounds.Round;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** A round without generations: an archive that is packed whenever it is wanted. */
final class JobCard extends VBox {
    JobCard(Round round) {
        super(8);
        setId("round-job");
        getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        getChildren().add(Page.label(round.name(), Styles.CARD_TITLE));
        round.roots()
                .forEach(
                        root -> {
                            Label name = Page.label(PathNames.known(root), Styles.MONO);
                            name.setMinWidth(0);
                            getChildren().add(name);
                        });
        getChildren()
                .addAll(
                        Page.label(
                                Words.text(
                                        "backup.job.line",
                                        round.archiveName(),
                                        PathNames.known(round.folder())),
                                Styles.SECONDARY),
                        Page.label(Words.text("backup.job.note"), Styles.SECONDARY));
    }
}
