package app.lacuna.desktop.places.open;

import app.lacuna.disc.read.DiscSet;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;

/** Tells by their names what files are for this place. */
final class IncomingFiles {
    private static final Pattern ARCHIVE = Pattern.compile("(?i).*\\.(zip|z\\d{2,3})");
    private static final Pattern ONLY_BY_MAIL = Pattern.compile("(?i).*\\.(eml|z\\d{2,3})");

    private IncomingFiles() {}

    private static final Pattern IMAGE = Pattern.compile("(?i).*\\.(iso|img)");

    /** Images of discs, or folders where discs are mounted. */
    static boolean areDiscs(List<Path> files) {
        return !files.isEmpty() && files.stream().allMatch(IncomingFiles::isDisc);
    }

    private static boolean isDisc(Path file) {
        return IMAGE.matcher(file.toString()).matches() || DiscSet.isMounted(file);
    }

    static boolean isArchive(Path file) {
        return ARCHIVE.matcher(file.toString()).matches();
    }

    /** One archive; or messages and parts, which nobody wants to pack. */
    static boolean areTaken(List<Path> files) {
        if (files.size() == 1 && isArchive(files.get(0)) || areDiscs(files)) {
            return true;
        }
        boolean mail = files.stream().anyMatch(f -> ONLY_BY_MAIL.matcher(f.toString()).matches());
        return mail
                && files.stream()
                        .allMatch(
                                f -> isArchive(f) || ONLY_BY_MAIL.matcher(f.toString()).matches());
    }
}
