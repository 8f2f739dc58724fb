package app.lacuna.desktop.places.pack;

import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.Predicate;
import java.util.regex.Pattern;

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

    /** Words that mean devices on Windows, whatever ending they have. */
    private static final Pattern RESERVED =
            Pattern.compile("(?i)(con|prn|aux|nul|com[1-9]|lpt[1-9])(\\..*)?");

    private static final Pattern ENDING = Pattern.compile("(?i)\\.(zip|z\\d{2,3})$");

    private static final Random RANDOM = new SecureRandom();

    /**
     * The date, and a number if it is taken.
     *
     * @param reserved what another job is going to write
     */
    String freeIn(Path folder, Predicate<Path> reserved) {
        return free(folder, LocalDate.now(clock).toString(), reserved);
    }

    /** The season where summer is in July, and one of forty nouns. */
    String seasonIn(Path folder, Predicate<Path> reserved) {
        String season = SEASONS.get(LocalDate.now(clock).getMonthValue() % 12 / 3);
        return free(folder, season + "-" + NOUNS.get(RANDOM.nextInt(NOUNS.size())), reserved);
    }

    private static String free(Path folder, String stem, Predicate<Path> reserved) {
        String name = stem + ".zip";
        for (int number = 2; isTaken(folder.resolve(name), reserved); number++) {
            name = stem + "-" + number + ".zip";
        }
        return name;
    }

    private static boolean isTaken(Path file, Predicate<Path> reserved) {
        return Files.exists(file) || reserved.test(file);
    }

    /**
     * A name that was typed, with the ending of an archive; a dot in it, of a date for example, is
     * no ending. Empty if no file can be called so.
     */
    static Optional<String> completed(String typed) {
        String name = typed.strip();
        boolean impossible =
                name.isEmpty()
                        || name.matches(".*[/\\\\:*?\"<>|\\p{Cntrl}].*")
                        || name.matches("\\.+")
                        || name.endsWith(".")
                        || RESERVED.matcher(name).matches();
        if (impossible) {
            return Optional.empty();
        }
        return Optional.of(ENDING.matcher(name).find() ? name : name + ".zip");
    }
}
