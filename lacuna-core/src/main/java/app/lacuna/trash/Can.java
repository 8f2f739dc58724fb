package app.lacuna.trash;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.InTrash;
import app.lacuna.state.PrivatePlaces;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URI;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.SecureRandom;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * One trash folder: "files" with what was thrown away, "info" with a note of the same name for
 * each.
 *
 * @param top the volume it is for; absent for the home folder's, whose notes tell whole paths
 */
record Can(Path folder, Optional<Path> top) {
    private static final int TRIES_IN_ORDER = 20;
    private static final int LONGEST_NAME = 255;
    private static final SecureRandom RANDOM = new SecureRandom();

    Path files() {
        return folder.resolve("files");
    }

    Path info() {
        return folder.resolve("info");
    }

    /** False where there is none and none can be made. */
    boolean isReady() {
        try {
            PrivatePlaces.makeFolder(files());
            PrivatePlaces.makeFolder(info());
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    /** The note is there first: it reserves the name, and what has no note can not be restored. */
    InTrash put(Path file, Path original, LocalDateTime when) throws IOException {
        byte[] note = TrashInfo.of(original, top, when);
        InTrash place = reserved(original.getFileName(), note);
        try {
            Files.move(file, place.file(), StandardCopyOption.ATOMIC_MOVE);
            return place;
        } catch (IOException e) {
            Files.deleteIfExists(place.info());
            throw e;
        }
    }

    private InTrash reserved(Path wanted, byte[] note) throws IOException {
        for (int number = 1; ; number++) {
            Path name = number == 1 && fits(wanted) ? wanted : Path.of(numbered(wanted, number));
            Path info = noteOf(info(), name);
            Path file = files().resolve(name);
            try (OutputStream out =
                    Files.newOutputStream(
                            info, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                out.write(note);
            } catch (FileAlreadyExistsException e) {
                continue;
            }
            if (!Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
                return new InTrash(file, info);
            }
            Files.deleteIfExists(info); // something lies there without a note
        }
    }

    private static Path noteOf(Path folder, Path name) {
        String address = folder.resolve(name).toUri().toString();
        boolean slash = address.endsWith("/");
        return Path.of(
                URI.create(
                        (slash ? address.substring(0, address.length() - 1) : address)
                                + TrashInfo.ENDING));
    }

    private static boolean fits(Path name) {
        String bytes = name.toUri().getRawPath(); // at least as long as the name
        int slash = bytes.lastIndexOf('/', bytes.length() - 2);
        return bytes.length() - slash + TrashInfo.ENDING.length() < LONGEST_NAME;
    }

    /** The first ones in order, the others by chance: thousands may have the same name. */
    private static String numbered(Path wanted, int number) {
        String text = wanted.toString();
        String name = fits(wanted) ? text : text.substring(0, Math.min(text.length(), 40));
        String mark =
                number <= TRIES_IN_ORDER
                        ? String.valueOf(number)
                        : Long.toHexString(RANDOM.nextLong());
        int dot = name.lastIndexOf('.');
        return dot > 0
                ? name.substring(0, dot) + "." + mark + name.substring(dot)
                : name + "." + mark;
    }

    /** Which of these are here, alone or in a folder that was thrown away as one thing. */
    void find(Set<Path> originals, Map<Path, List<InTrash>> found) {
        Map<Path, List<InTrash>> things = new HashMap<>();
        try (DirectoryStream<Path> notes =
                Files.newDirectoryStream(info(), "*" + TrashInfo.ENDING)) {
            for (Path info : notes) {
                TrashInfo.original(info, top)
                        .ifPresent(
                                path ->
                                        things.computeIfAbsent(path, key -> new ArrayList<>())
                                                .add(new InTrash(fileOf(info), info)));
            }
        } catch (IOException | DirectoryIteratorException e) {
            return; // there is no such trash
        }
        List<Path> unexplained = unexplained(things.values());
        if (things.isEmpty() && unexplained.isEmpty()) {
            return;
        }
        for (Path original : originals) {
            for (Path at = original; at != null && at.getFileName() != null; at = at.getParent()) {
                List<InTrash> possible = new ArrayList<>(things.getOrDefault(at, List.of()));
                for (Path thing : unexplained) {
                    if (mayBe(thing.getFileName().toString(), at.getFileName().toString())) {
                        possible.add(new InTrash(thing, noteOf(info(), thing.getFileName())));
                    }
                }
                for (InTrash thing : possible) {
                    Path file = at(thing.file(), at.relativize(original));
                    if (Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
                        found.computeIfAbsent(original, key -> new ArrayList<>())
                                .add(new InTrash(file, thing.info()));
                    }
                }
            }
        }
    }

    /** Lists the items without a readable note. A power cut can undo the writing of a note. */
    private List<Path> unexplained(Collection<List<InTrash>> explained) {
        Set<Path> known = new HashSet<>();
        explained.forEach(same -> same.forEach(thing -> known.add(thing.file())));
        List<Path> unexplained = new ArrayList<>();
        try (DirectoryStream<Path> all = Files.newDirectoryStream(files())) {
            for (Path thing : all) {
                if (!known.contains(thing)) {
                    unexplained.add(thing);
                }
            }
        } catch (IOException | DirectoryIteratorException e) {
            return unexplained; // what cannot be listed cannot be found
        }
        return unexplained;
    }

    /** Whether the item has this name, with or without a number before the ending. */
    private static boolean mayBe(String thing, String name) {
        int dot = name.lastIndexOf('.');
        return thing.equals(name)
                || dot > 0
                        && thing.startsWith(name.substring(0, dot + 1))
                        && thing.endsWith(name.substring(dot))
                || dot <= 0 && thing.startsWith(name + ".");
    }

    /** Writes the note of an item without a readable note. */
    void explain(InTrash place, Path original, LocalDateTime when) {
        Path thing = fileOf(place.info());
        if (hasText(place.info()) || !place.file().startsWith(thing)) {
            return; // a note that cannot be read now is not lost
        }
        Path at = original;
        Path below = place.file();
        while (!below.equals(thing)) {
            at = requireNonNull(at.getParent());
            below = requireNonNull(below.getParent());
        }
        try {
            Files.write(place.info(), TrashInfo.of(at, top, when));
        } catch (IOException e) {
            return; // the next scan tries again
        }
    }

    private static boolean hasText(Path info) {
        try {
            return Files.size(info) > 0;
        } catch (IOException e) {
            return Files.exists(info);
        }
    }

    Path fileOf(Path info) {
        return files().resolve(withoutEnding(info));
    }

    /** Byte for byte: by its address, since the name may be no text. */
    private static Path withoutEnding(Path info) {
        String address = info.toUri().toString();
        String cut = address.substring(0, address.length() - TrashInfo.ENDING.length());
        return Path.of(URI.create(cut)).getFileName();
    }

    /** Where the thing of a note came from, and something in it. */
    Optional<Path> originalOf(InTrash place) {
        Path thing = fileOf(place.info());
        return place.file().startsWith(thing)
                ? TrashInfo.original(place.info(), top)
                        .map(path -> at(path, thing.relativize(place.file())))
                : Optional.empty();
    }

    private static Path at(Path path, Path below) {
        return below.toString().isEmpty() ? path : path.resolve(below);
    }

    /** Not something that lies in a folder that was thrown away as one thing. */
    boolean isWhole(InTrash place) {
        return requireNonNull(place.file().getParent()).equals(files());
    }
}
