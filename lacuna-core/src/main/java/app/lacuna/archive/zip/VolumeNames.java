package app.lacuna.archive.zip;

import app.lacuna.error.VolumeMissing;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the parts of a split archive are called: {@code name.z01}, {@code name.z02} and so on, and
 * {@code name.zip} for the last (APPNOTE.TXT 8.3.3).
 */
public final class VolumeNames {
    /** 8.5.1 has 64 KB; a header with a long name has to fit too. */
    public static final long MIN_BYTES = 100_000;

    public static final int MAX_VOLUMES = 999;

    private static final Pattern PART =
            Pattern.compile("(.*)\\.z(\\d{2,3})", Pattern.CASE_INSENSITIVE | Pattern.DOTALL);

    private VolumeNames() {}

    /** The names of all parts in their order, beside the last. */
    public static List<Path> of(Path last, int volumes) {
        List<Path> parts = new ArrayList<>();
        for (int number = 1; number < volumes; number++) {
            parts.add(part(last, number));
        }
        parts.add(last);
        return parts;
    }

    /**
     * The same, as long as they are there: how many there should be is told by the archive, which
     * can say anything.
     *
     * @throws VolumeMissing for the first that is not there
     */
    static List<Path> existing(Path last, long volumes) throws VolumeMissing {
        List<Path> parts = new ArrayList<>();
        for (int number = 1; number < volumes; number++) {
            Path part = part(last, number);
            parts.add(
                    inAnyCase(part)
                            .orElseThrow(
                                    () ->
                                            new VolumeMissing(
                                                    part.getFileName().toString(),
                                                    VolumeMissing.Trouble.NOT_THERE)));
        }
        parts.add(last);
        return parts;
    }

    /** The part of this number, from 1, of the archive whose last part is given. */
    public static Path part(Path last, int number) {
        String name = last.getFileName().toString();
        boolean upper = name.endsWith(".ZIP");
        String stem =
                name.toLowerCase(Locale.ROOT).endsWith(".zip")
                        ? name.substring(0, name.length() - 4)
                        : name;
        return last.resolveSibling(
                stem + (upper ? ".Z" : ".z") + String.format(Locale.ROOT, "%02d", number));
    }

    /** The number of a part that is not the last, from 1; empty for any other name. */
    public static OptionalInt numberOf(String name) {
        Matcher matcher = PART.matcher(name);
        return matcher.matches()
                ? OptionalInt.of(Integer.parseInt(matcher.group(2)))
                : OptionalInt.empty();
    }

    /** The last part, if this is the name of another one. */
    static Optional<Path> lastOf(Path file) {
        Matcher matcher = PART.matcher(file.getFileName().toString());
        if (!matcher.matches()) {
            return Optional.empty();
        }
        Path last = file.resolveSibling(matcher.group(1) + ".zip");
        return Optional.of(inAnyCase(last).orElse(last));
    }

    /**
     * The file of this name, or the one whose name differs only in capitals: copied from a system
     * that does not tell them apart.
     */
    static Optional<Path> inAnyCase(Path file) {
        if (Files.isRegularFile(file)) {
            return Optional.of(file);
        }
        Path folder = file.toAbsolutePath().getParent();
        String name = file.getFileName().toString();
        try (DirectoryStream<Path> all = Files.newDirectoryStream(folder)) {
            for (Path other : all) {
                if (other.getFileName().toString().equalsIgnoreCase(name)
                        && Files.isRegularFile(other)) {
                    return Optional.of(file.resolveSibling(other.getFileName().toString()));
                }
            }
        } catch (IOException | DirectoryIteratorException e) {
            return Optional.empty(); // a folder that can not be looked into has no such file
        }
        return Optional.empty();
    }
}
