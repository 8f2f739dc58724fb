package app.lacuna.disc.read;

import app.lacuna.error.LacunaException;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The other discs of a set, where they lie beside one of them under names that differ only in a
 * number: images in a folder, or places where discs are mounted.
 */
final class Siblings {
    private static final Pattern LAST_NUMBER = Pattern.compile("(.*?)(\\d+)(\\D*)");
    private static final int MOST = 999;

    private Siblings() {}

    /** This disc first. */
    static List<Path> of(Path disc) throws IOException {
        List<Path> all = new ArrayList<>(List.of(disc));
        Path folder = disc.toAbsolutePath().getParent();
        Path name = disc.getFileName();
        Matcher own = name == null ? null : LAST_NUMBER.matcher(name.toString());
        if (folder == null || own == null || !own.matches()) {
            return all;
        }
        String pattern = Pattern.quote(own.group(1)) + "\\d+" + Pattern.quote(own.group(3));
        Pattern like = Pattern.compile(pattern, Pattern.CASE_INSENSITIVE);
        try (DirectoryStream<Path> beside = Files.newDirectoryStream(folder)) {
            for (Path other : beside) {
                String otherName = other.getFileName().toString();
                boolean wanted = !otherName.equals(name.toString()) && all.size() < MOST;
                if (wanted && like.matcher(otherName).matches() && belongs(disc, other)) {
                    all.add(disc.resolveSibling(otherName));
                }
            }
        } catch (DirectoryIteratorException e) {
            return all;
        }
        return all;
    }

    private static boolean belongs(Path disc, Path other) throws IOException {
        try {
            if (!DiscSet.isDisc(other)) {
                return false;
            }
            DiscSet.open(List.of(disc, other)).close();
            return true;
        } catch (LacunaException e) {
            return false; // of another set, or nothing at all
        }
    }
}
