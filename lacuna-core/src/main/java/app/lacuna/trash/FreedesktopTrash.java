package app.lacuna.trash;

import app.lacuna.clearing.Clearer;
import app.lacuna.clearing.FreeName;
import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.Volume;
import app.lacuna.state.PrivatePlaces;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URI;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The trash of desktops that follow version 1.0 of the Trash specification of freedesktop.org: the
 * one of the home folder, and one at the top of each other volume. Nothing is ever copied from one
 * volume to another: what can not be moved stays where it is.
 */
public final class FreedesktopTrash implements Trash {
    private static final int TRIES_IN_ORDER = 20;
    private static final int STICKY = 01000;
    private static final int LONGEST_NAME = 255;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final Path home;
    private final int user;
    private final Clock clock;

    /**
     * One folder with "files" and "info" in it.
     *
     * @param top the volume it is for; absent for the home folder's, which tells whole paths
     */
    private record Can(Path folder, Optional<Path> top) {
        Path files() {
            return folder.resolve("files");
        }

        Path info() {
            return folder.resolve("info");
        }
    }

    /**
     * @param data the base folder for data of this user: "$XDG_DATA_HOME"
     * @param user the number of this user
     */
    public FreedesktopTrash(Path data, int user, Clock clock) {
        this.home = data.toAbsolutePath().resolve("Trash");
        this.user = user;
        this.clock = clock;
    }

    @Override
    public boolean wantsItUnderItsName() {
        return false;
    }

    @Override
    public Optional<InTrash> put(Path file, Path original) throws IOException {
        for (Can can : cans(file)) {
            try {
                if (isReady(can) && Volume.isSame(can.files(), file.getParent())) {
                    return Optional.of(put(file, original.toAbsolutePath(), can));
                }
            } catch (AtomicMoveNotSupportedException e) {
                continue; // the same device, and yet not one step
            }
        }
        throw new NoTrash(original);
    }

    /** False where there is none and none can be made. */
    private static boolean isReady(Can can) {
        try {
            PrivatePlaces.makeFolder(can.files());
            PrivatePlaces.makeFolder(can.info());
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    /** In the order in which they are tried: "Trash directories" in the specification. */
    private List<Can> cans(Path file) throws IOException {
        List<Can> cans = new ArrayList<>();
        Path top = Volume.top(file.toAbsolutePath().getParent());
        if (isOnVolumeOfHome(top)) {
            cans.add(new Can(home, Optional.empty()));
        }
        Path shared = top.resolve(".Trash");
        if (isUsableByAll(shared)) {
            cans.add(new Can(shared.resolve(String.valueOf(user)), Optional.of(top)));
        }
        Path own = top.resolve(".Trash-" + user);
        if (!Files.isSymbolicLink(own)) {
            cans.add(new Can(own, Optional.of(top)));
        }
        return cans;
    }

    private boolean isOnVolumeOfHome(Path top) throws IOException {
        Path there = home;
        while (!Files.exists(there) && there.getParent() != null) {
            there = there.getParent();
        }
        return Volume.isSame(there, top);
    }

    /** Not a link, and nobody can take away what others have put there. */
    private static boolean isUsableByAll(Path shared) {
        try {
            return Files.isDirectory(shared, LinkOption.NOFOLLOW_LINKS)
                    && ((Integer) Files.getAttribute(shared, "unix:mode", LinkOption.NOFOLLOW_LINKS)
                                    & STICKY)
                            != 0;
        } catch (IOException | UnsupportedOperationException e) {
            return false;
        }
    }

    /** The note is there first: it reserves the name, and what has no note can not be restored. */
    private InTrash put(Path file, Path original, Can can) throws IOException {
        byte[] note = TrashInfo.of(original, can.top(), LocalDateTime.now(clock));
        InTrash place = reserved(original.getFileName(), note, can);
        try {
            Files.move(file, place.file(), StandardCopyOption.ATOMIC_MOVE);
            return place;
        } catch (IOException e) {
            Files.deleteIfExists(place.info());
            throw e;
        }
    }

    private static InTrash reserved(Path wanted, byte[] note, Can can) throws IOException {
        for (int number = 1; ; number++) {
            Path name = number == 1 && fits(wanted) ? wanted : Path.of(numbered(wanted, number));
            Path info = noteOf(can.info(), name);
            Path file = can.files().resolve(name);
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

    @Override
    public Map<Path, InTrash> find(Set<Path> originals) {
        Map<Path, InTrash> found = new HashMap<>();
        Set<Can> cans = new LinkedHashSet<>();
        cans.add(new Can(home, Optional.empty()));
        for (Path folder : folders(originals)) {
            try {
                cans.addAll(cans(folder.resolve("x")));
            } catch (IOException e) {
                continue; // a stick that is not there
            }
        }
        cans.forEach(can -> find(originals, can, found));
        return found;
    }

    /** Where they were, or the nearest that is still there. */
    private static Set<Path> folders(Set<Path> originals) {
        Set<Path> folders = new LinkedHashSet<>();
        for (Path original : originals) {
            Path folder = original.getParent();
            while (folder != null && !Files.isDirectory(folder)) {
                folder = folder.getParent();
            }
            if (folder != null) {
                folders.add(folder);
            }
        }
        return folders;
    }

    private static void find(Set<Path> originals, Can can, Map<Path, InTrash> found) {
        Map<Path, InTrash> things = new HashMap<>();
        try (DirectoryStream<Path> notes =
                Files.newDirectoryStream(can.info(), "*" + TrashInfo.ENDING)) {
            for (Path info : notes) {
                TrashInfo.original(info, can.top())
                        .ifPresent(path -> things.put(path, new InTrash(fileOf(info, can), info)));
            }
        } catch (IOException | DirectoryIteratorException e) {
            return; // there is no such trash
        }
        if (things.isEmpty()) {
            return;
        }
        for (Path original : originals) {
            for (Path at = original; at != null; at = at.getParent()) {
                InTrash thing = things.get(at);
                if (thing != null) {
                    Path file = at(thing.file(), at.relativize(original));
                    if (Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
                        found.put(original, new InTrash(file, thing.info()));
                    }
                    break;
                }
            }
        }
    }

    private static Path fileOf(Path info, Can can) {
        return can.files().resolve(withoutEnding(info));
    }

    /** Byte for byte: by its address, since the name may be no text. */
    private static Path withoutEnding(Path info) {
        String address = info.toUri().toString();
        String cut = address.substring(0, address.length() - TrashInfo.ENDING.length());
        return Path.of(URI.create(cut)).getFileName();
    }

    @Override
    public boolean has(InTrash place, Path original) {
        Path folder = place.info().getParent().getParent();
        Can can =
                new Can(folder, folder.equals(home) ? Optional.empty() : Optional.of(top(folder)));
        Path thing = fileOf(place.info(), can);
        return place.file().startsWith(thing)
                && Files.exists(place.file(), LinkOption.NOFOLLOW_LINKS)
                && TrashInfo.original(place.info(), can.top())
                        .map(path -> at(path, thing.relativize(place.file())))
                        .filter(original.toAbsolutePath()::equals)
                        .isPresent();
    }

    private static Path at(Path path, Path below) {
        return below.toString().isEmpty() ? path : path.resolve(below);
    }

    /** ".Trash-1000" lies at the top, ".Trash/1000" one below it. */
    private static Path top(Path can) {
        Path above = can.getParent();
        boolean shared = ".Trash".equals(String.valueOf(above.getFileName()));
        return shared ? above.getParent() : above;
    }

    /** Not something that lies in a folder that was thrown away as one thing. */
    private static boolean isWhole(InTrash place) {
        Path can = place.info().getParent().getParent();
        return place.file().getParent().equals(can.resolve("files"));
    }

    private static void dropNote(InTrash place) throws IOException {
        if (isWhole(place)) {
            Files.deleteIfExists(place.info());
        }
    }

    @Override
    public Path restore(InTrash place, Path original) throws IOException {
        Path folder = original.toAbsolutePath().getParent();
        Files.createDirectories(folder);
        if (isEmptyFolderAgain(place, original)) {
            purge(place);
            return original;
        }
        Path back = FreeName.moveInto(place.file(), folder, original.getFileName());
        dropNote(place);
        return back;
    }

    /** A folder that has come back already, with something that was in it, or made anew. */
    private static boolean isEmptyFolderAgain(InTrash place, Path original) {
        return Files.isDirectory(place.file(), LinkOption.NOFOLLOW_LINKS)
                && Files.isDirectory(original, LinkOption.NOFOLLOW_LINKS)
                && isEmpty(place.file());
    }

    private static boolean isEmpty(Path folder) {
        try (DirectoryStream<Path> found = Files.newDirectoryStream(folder)) {
            return !found.iterator().hasNext();
        } catch (IOException e) {
            return false;
        }
    }

    @Override
    public void purge(InTrash place) throws IOException {
        IOException trouble = Clearer.delete(place.file()).cause().orElse(null);
        if (trouble != null) {
            throw trouble;
        }
        dropNote(place);
    }
}
