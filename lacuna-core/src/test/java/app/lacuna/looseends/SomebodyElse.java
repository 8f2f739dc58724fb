package app.lacuna.looseends;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;

/** Works in a folder at the same time: does anything to its files, and remembers what it wrote. */
final class SomebodyElse {
    private final Random random;
    private final Path season;
    private final List<Path> places;
    private final Set<String> written = new HashSet<>();
    private int number;

    /**
     * @param places of files; links and folders may come to stand there
     */
    SomebodyElse(long seed, Path season, List<Path> places) {
        this.random = new Random(seed);
        this.season = season;
        this.places = places;
    }

    /** Each is in one file only, wherever that is, unless somebody deletes it. */
    Set<String> written() {
        return written;
    }

    private void writeFresh(Path place, OpenOption... options) throws IOException {
        String text = String.format("w%04d", number++);
        Files.writeString(place, text, options);
        written.add(text);
    }

    /** What is overwritten is their own loss. */
    private void lose(Path place) throws IOException {
        if (Files.isRegularFile(place, LinkOption.NOFOLLOW_LINKS)) {
            written.remove(Files.readString(place));
        }
    }

    void maybe() {
        if (random.nextInt(3) == 0) {
            try {
                act(places.get(random.nextInt(places.size())));
            } catch (IOException e) {
                return; // not possible as it is at the moment
            }
        }
    }

    private void act(Path place) throws IOException {
        switch (random.nextInt(9)) {
            case 0 -> write(place);
            case 1 -> writeLikeBefore(place);
            case 2 -> {
                lose(place);
                Files.deleteIfExists(place);
            }
            case 3 -> exchange(place);
            case 4 -> {
                lose(place);
                Files.deleteIfExists(place);
                Files.createDirectory(place);
            }
            case 5 -> {
                lose(place);
                Files.deleteIfExists(place);
                Files.createSymbolicLink(place, Path.of("elsewhere"));
            }
            case 6 -> Files.move(place, season.resolve("moved-" + number++));
            case 7 -> Files.createLink(season.resolve("name-" + number++), place);
            default -> writeFresh(season.resolve("new-" + number++), StandardOpenOption.CREATE_NEW);
        }
    }

    private void write(Path place) throws IOException {
        if (!Files.isSymbolicLink(place) && !Files.isDirectory(place)) {
            lose(place);
            Files.deleteIfExists(place); // a name of its own, so that other names keep the old
            writeFresh(place);
        }
    }

    /** The same size, the same time, other bytes, the same file. */
    private void writeLikeBefore(Path place) throws IOException {
        if (Files.isRegularFile(place, LinkOption.NOFOLLOW_LINKS)) {
            FileTime time = Files.getLastModifiedTime(place);
            lose(place);
            writeFresh(place);
            Files.setLastModifiedTime(place, time);
        }
    }

    private void exchange(Path place) throws IOException {
        Path made = season.resolve("x-" + number++);
        writeFresh(made);
        if (Files.isDirectory(place, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        lose(place);
        Files.move(made, place, StandardCopyOption.REPLACE_EXISTING);
    }
}
