package app.lacuna.desktop.places.discs;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Mark.Meaning;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.DiscsRepaired;
import app.lacuna.job.DiscsRepaired.Disc;
import app.lacuna.job.DiscsRepaired.State;
import app.lacuna.reedsolomon.RepairReport.Stretch;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** What became of each disc that was looked at, and what can be done about the rest. */
final class RepairSheet extends VBox {
    private final VBox lines = new VBox();

    RepairSheet(RepairModel model) {
        ScrollPane scroll = new ScrollPane(lines);
        scroll.setId("repair-lines");
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("columns");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        lines.getStyleClass().add("receipt");
        getStyleClass().add(Styles.SHEET);
        getChildren().setAll(scroll);
        model.report().addListener((property, before, now) -> write(now));
    }

    private void write(Optional<DiscsRepaired> report) {
        lines.getChildren().clear();
        report.ifPresent(done -> done.discs().forEach(disc -> lines.getChildren().add(line(disc))));
    }

    private static Node line(Disc disc) {
        boolean good = disc.state() == State.WHOLE || disc.state() == State.REPAIRED;
        String name =
                disc.given()
                        .map(PathNames::last)
                        .orElseGet(() -> Words.text("repair.disc", disc.number()));
        List<Node> details = new ArrayList<>();
        details.add(
                Page.label(Words.text("repair." + disc.state(), disc.sectors()), Styles.SECONDARY));
        disc.image()
                .ifPresent(
                        image ->
                                details.add(
                                        Page.label(
                                                image.toString(), Styles.MONO, Styles.SECONDARY)));
        long lost = disc.lost().stream().mapToLong(Stretch::length).sum();
        if (lost > 0) {
            details.add(
                    Page.label(
                            Words.text(
                                    "repair.lost",
                                    Sizes.inWords(lost),
                                    disc.lost().size(),
                                    disc.files().isEmpty() ? "no" : "yes",
                                    String.join(", ", disc.files())),
                            Styles.ATTENTION));
        }
        return new ReceiptLine(good ? Meaning.DONE : Meaning.STILL_READABLE, name, details);
    }
}
