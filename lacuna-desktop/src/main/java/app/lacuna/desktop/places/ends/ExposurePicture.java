package app.lacuna.desktop.places.ends;

import app.lacuna.clearing.LooseEnd;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.looseends.Seen;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Polygon;

/** How many bytes have been readable since when: steps from the oldest loose end to now. */
final class ExposurePicture extends VBox {
    private static final double HEIGHT = 160;

    /** What is there since a moment ago is still to be seen. */
    private static final double LAST_STEP = 0.05;

    private final EndsPageModel model;
    private final Pane area = new Pane();
    private final Polygon steps = new Polygon();
    private final Label now = Page.label("", Styles.CAPTION);
    private final Label first = Page.label("", Styles.CAPTION);

    ExposurePicture(EndsPageModel model) {
        super(6);
        this.model = model;
        getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        area.setPrefHeight(HEIGHT);
        area.setMinHeight(HEIGHT);
        steps.getStyleClass().add("exposure-steps");
        area.getChildren().setAll(steps);
        area.widthProperty().addListener((property, before, width) -> draw());
        HBox ends =
                new HBox(first, Page.spacer(), Page.label(Words.text("ends.now"), Styles.CAPTION));
        HBox top = new HBox(Page.spacer(), now);
        getChildren()
                .setAll(Page.label(Words.text("ends.picture"), Styles.CARD_TITLE), top, area, ends);
    }

    private List<Seen> open() {
        return model.ends().open().stream()
                .sorted(Comparator.comparing(seen -> seen.end().since()))
                .toList();
    }

    void write() {
        List<Seen> open = open();
        String sum = Sizes.inWords(model.ends().bytes());
        now.setText(Words.text("ends.picture.now", sum));
        first.setText(open.isEmpty() ? "" : Dates.day(open.get(0).end().since()));
        area.setAccessibleText(Words.text("ends.picture.spoken", sum, Dates.span(model.oldest())));
        draw();
    }

    private void draw() {
        List<Seen> open = open();
        double width = area.getWidth();
        long most = open.stream().mapToLong(Seen::bytes).sum();
        steps.getPoints().clear();
        if (open.isEmpty() || width <= 0 || most == 0) {
            return;
        }
        Instant begin = open.get(0).end().since();
        double span = Math.max(1, Duration.between(begin, model.now()).toMillis());
        double y = HEIGHT - 2;
        steps.getPoints().addAll(1.0, y);
        long sum = 0;
        for (Seen seen : open) {
            double x = 1 + (width - 2) * place(seen.end(), begin, span);
            steps.getPoints().addAll(x, y);
            sum += seen.bytes();
            y = HEIGHT - 2 - (HEIGHT - 6) * sum / most;
            steps.getPoints().addAll(x, y);
        }
        steps.getPoints().addAll(width - 1, y, width - 1, HEIGHT - 2);
    }

    private static double place(LooseEnd end, Instant begin, double span) {
        double share = Duration.between(begin, end.since()).toMillis() / span;
        return Math.min(1 - LAST_STEP, Math.max(0, share));
    }
}
