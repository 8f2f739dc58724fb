package app.lacuna.desktop.pack;

import app.lacuna.base.ByteCount;
import app.lacuna.desktop.control.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Words;
import app.lacuna.forecast.Delivery;
import app.lacuna.forecast.Delivery.Disc;
import app.lacuna.forecast.Forecast;
import app.lacuna.forecast.SizeRange;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;

/** The forecast in the foot: size, e-mails, discs, time. */
final class ForecastStatus extends HBox {
    ForecastStatus(PackViewModel model) {
        super(22);
        setId("forecast");
        setMinWidth(Region.USE_PREF_SIZE);
        model.forecast().seen().addListener((property, before, now) -> write(now));
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
                                Words.text("forecast.size", ByteCount.inWords(size.expected())),
                                range(size)),
                        item(
                                Words.text(
                                        "forecast.mails",
                                        Delivery.mails(size.high(), Delivery.USUAL_MAIL_LIMIT)),
                                Words.text(
                                        "forecast.mails.each",
                                        ByteCount.inWords(Delivery.USUAL_MAIL_LIMIT))),
                        discs(size.high()),
                        item(
                                Words.text("forecast.time", Dates.duration(forecast.time())),
                                Words.text("forecast.time.here")));
    }

    private static String range(SizeRange size) {
        String low = ByteCount.inWords(size.low());
        String high = ByteCount.inWords(size.high());
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
        javafx.scene.layout.VBox box = Page.status(first, second);
        box.setMinWidth(Region.USE_PREF_SIZE);
        first.setMinWidth(Region.USE_PREF_SIZE);
        return box;
    }
}
