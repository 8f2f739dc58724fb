package app.lacuna.desktop.places.pack;

import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Random;

/** Proposes names that tell nothing about the contents: the date, or the season and a noun. */
public record NewArchiveName(Clock clock) {
    private static final List<String> SEASONS = List.of("winter", "spring", "summer", "autumn");

    private static final List<String> NOUNS =
            List.of(
                    "alder", "anchor", "badger", "basket", "beacon", "birch", "bramble", "candle",
                    "clover", "copper", "curlew", "dolphin", "ember", "falcon", "feather", "fennel",
                    "ferry", "garnet", "hazel", "heron", "ivy", "juniper", "kettle", "lantern",
                    "linen", "lobster", "maple", "marble", "meadow", "nutmeg", "otter", "pebble",
                    "plover", "quartz", "raven", "saddle", "teapot", "thimble", "walnut", "willow");

    private static final Random RANDOM = new SecureRandom();

    /** The date, and a number if it is taken. */
    String freeIn(Path folder) {
        return free(folder, LocalDate.now(clock).toString());
    }

    /** The season where summer is in July, and one of forty nouns. */
    String seasonIn(Path folder) {
        String season = SEASONS.get(LocalDate.now(clock).getMonthValue() % 12 / 3);
        return free(folder, season + "-" + NOUNS.get(RANDOM.nextInt(NOUNS.size())));
    }

    private static String free(Path folder, String stem) {
        String name = stem + ".zip";
        for (int number = 2; Files.exists(folder.resolve(name)); number++) {
            name = stem + "-" + number + ".zip";
        }
        return name;
    }
}
