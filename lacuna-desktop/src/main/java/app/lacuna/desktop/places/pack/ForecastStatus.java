package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.forecast.ForecastModel;
import app.lacuna.desktop.ui.ChoiceGroup;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.forecast.Delivery;
import app.lacuna.forecast.Delivery.Disc;
import app.lacuna.forecast.Forecast;
import app.lacuna.forecast.SizeRange;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The forecast in the foot: size, e-mails, discs, time. */
final class ForecastStatus extends HBox {
    private final PackViewModel model;
    private final PopoverLayer layer;

    ForecastStatus(PackViewModel model, PopoverLayer layer) {
        super(22);
        this.model = model;
        this.layer = layer;
        setId("forecast");
        setMinWidth(Region.USE_PREF_SIZE);
        model.forecast().seen().addListener((property, before, now) -> write(now));
        model.mailLimit()
                .addListener((property, before, now) -> write(model.forecast().seen().get()));
        write(model.forecast().seen().get());
    }

    private void write(Optional<ForecastModel.Seen> seen) {
        getChildren().clear();
        if (seen.isEmpty()) {
            return;
        }
        Forecast forecast = seen.get().forecast();
        SizeRange size = forecast.archive();
        getChildren()
                .setAll(
                        item(
                                Words.text("forecast.size", Sizes.inWords(size.expected())),
                                range(size)),
                        mails(size.high()),
                        discs(size.high()),
                        item(
                                Words.text("forecast.time", Dates.duration(forecast.time())),
                                Words.text("forecast.time.here")));
    }

    /** At a limit that a click on it changes. */
    private Node mails(long bytes) {
        long limit = model.mailLimit().get();
        Label first = new Label(Words.text("forecast.mails", Delivery.mails(bytes, limit)));
        first.getStyleClass().add("status-heading");
        first.setMinWidth(Region.USE_PREF_SIZE);
        Button change =
                Page.link(
                        "mail-limit",
                        Words.text("forecast.mails.each", Sizes.inWords(limit)),
                        () -> {});
        change.setAccessibleText(Words.text("mail.limit"));
        change.setOnAction(event -> layer.show(change, limits()));
        VBox box = new VBox(first, change);
        box.setMinWidth(Region.USE_PREF_SIZE);
        return box;
    }

    private Node[] limits() {
        ObjectProperty<Long> chosen = new SimpleObjectProperty<>(model.mailLimit().get());
        chosen.addListener((property, before, now) -> model.mailLimit().set(now));
        VBox choices =
                new ChoiceGroup<>("mail-limit", PackSettings.MAIL_LIMITS, chosen, Sizes::inWords)
                        .whenClicked(layer::close)
                        .column();
        Label note = Page.label(Words.text("mail.note"), Styles.SECONDARY);
        note.setMaxWidth(300);
        return new Node[] {Page.label(Words.text("mail.limit"), Styles.CARD_TITLE), choices, note};
    }

    private static String range(SizeRange size) {
        String low = Sizes.inWords(size.low());
        String high = Sizes.inWords(size.high());
        return low.equals(high)
                ? Words.text("forecast.exact")
                : Words.text("forecast.range", low, high);
    }

    /** The smallest kind of which one is enough, or else how many of the largest. */
    private static Node discs(long bytes) {
        Disc disc = Disc.BLU_RAY;
        for (Disc smaller : Disc.values()) {
            if (smaller.needed(bytes) == 1) {
                disc = smaller;
                break;
            }
        }
        long needed = disc.needed(bytes);
        long full = Math.max(1, Math.round(100.0 * bytes / disc.bytes() / needed));
        return item(
                Words.text("forecast.discs." + disc, needed), Words.text("forecast.full", full));
    }

    private static Node item(String heading, String line) {
        Label first = new Label(heading);
        Label second = new Label(line);
        VBox box = Page.status(first, second);
        box.setMinWidth(Region.USE_PREF_SIZE);
        first.setMinWidth(Region.USE_PREF_SIZE);
        return box;
    }
}
