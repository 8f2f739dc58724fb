package app.lacuna.desktop.parts.taking;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.taking.ExtractModel.Found;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.extract.Comparison;
import app.lacuna.extract.Comparison.Compared;
import app.lacuna.extract.Comparison.State;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** What restoring would do: how much is new, differs or is the same already. */
public final class ComparePanel extends VBox {
    private static final int SHOWN = 5;

    private final ExtractModel model;

    public ComparePanel(ExtractModel model) {
        super(6);
        this.model = model;
        setId("comparison");
        getStyleClass().add("report");
        show(model.comparison().get());
        model.comparison().addListener((property, before, now) -> show(now));
    }

    private void show(Optional<Found> comparison) {
        setVisible(comparison.isPresent());
        setManaged(comparison.isPresent());
        getChildren().clear();
        comparison.ifPresent(this::fill);
    }

    private void fill(Found found) {
        List<Compared> compared = found.compared();
        int differing = Comparison.differing(compared).size();
        getChildren()
                .add(
                        Page.label(
                                Words.text(
                                        "compare.sum",
                                        count(compared, State.NEW),
                                        count(compared, State.CHANGED),
                                        count(compared, State.SAME),
                                        PathNames.known(found.folder())),
                                "report-done"));
        compared.stream()
                .filter(each -> each.state() != State.SAME)
                .limit(SHOWN)
                .forEach(
                        each ->
                                getChildren()
                                        .add(
                                                Page.label(
                                                        Words.text(
                                                                "compare." + each.state(),
                                                                each.entry().path()),
                                                        Styles.SECONDARY)));
        if (differing > SHOWN) {
            getChildren()
                    .add(
                            Page.label(
                                    Words.text("contents.more", differing - SHOWN),
                                    Styles.SECONDARY));
        }
        Button write =
                Page.button("restore", Words.text("compare.restore", differing), model::restore);
        write.setDisable(differing == 0);
        HBox row =
                new HBox(
                        8,
                        write,
                        Page.button(
                                "forget-comparison",
                                Words.text("compare.leave"),
                                model::forgetComparison));
        row.setAlignment(Pos.CENTER_LEFT);
        getChildren().add(row);
    }

    private static long count(List<Compared> compared, State state) {
        return compared.stream().filter(each -> each.state() == state).count();
    }
}
