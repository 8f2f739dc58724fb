package app.lacuna.trash;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.Clearer;
import app.lacuna.clearing.FreeName;
import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.Volume;
import java.io.IOException;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
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
    private static final int STICKY = 01000;

    private final Path home;
    private final int user;
    private final Clock clock;

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
                if (can.isReady() && Volume.isSame(can.files(), requireNonNull(file.getParent()))) {
                    LocalDateTime now = LocalDateTime.now(clock);
                    return Optional.of(can.put(file, original.toAbsolutePath(), now));
                }
            } catch (AtomicMoveNotSupportedException e) {
                continue; // the same device, and yet not one step
            }
        }
        throw new NoTrash(original);
    }

    /** In the order in which they are tried: "Trash directories" in the specification. */
    private List<Can> cans(Path file) throws IOException {
        List<Can> cans = new ArrayList<>();
        Path top = Volume.top(requireNonNull(file.toAbsolutePath().getParent()));
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

    @Override
    public Map<Path, List<InTrash>> find(Set<Path> originals) {
        Map<Path, List<InTrash>> found = new HashMap<>();
        Set<Can> cans = new LinkedHashSet<>();
        cans.add(new Can(home, Optional.empty()));
        for (Path folder : folders(originals)) {
            try {
                cans.addAll(cans(folder.resolve("x")));
            } catch (IOException e) {
                continue; // a stick that is not there
            }
        }
        cans.forEach(can -> can.find(originals, found));
        return found;
    }

    @Override
    public void explain(InTrash place, Path original) {
        canOf(place).explain(place, original, LocalDateTime.now(clock));
    }

    /** Where they were, or the nearest that is still there. */
    private static Set<Path> folders(Set<Path> originals) {
        Set<Path> folders = new LinkedHashSet<>();
        for (Path original : originals) {
            Path folder = requireNonNull(original.getParent());
            while (folder != null && !Files.isDirectory(folder)) {
                folder = folder.getParent();
            }
            if (folder != null) {
                folders.add(folder);
            }
        }
        return folders;
    }

    @Override
    public boolean has(InTrash place, Path original) {
        return Files.exists(place.file(), LinkOption.NOFOLLOW_LINKS)
                && canOf(place)
                        .originalOf(place)
                        .filter(original.toAbsolutePath()::equals)
                        .isPresent();
    }

    private Can canOf(InTrash place) {
        Path folder = requireNonNull(requireNonNull(place.info().getParent()).getParent());
        return new Can(folder, folder.equals(home) ? Optional.empty() : Optional.of(top(folder)));
    }

    /** ".Trash-1000" lies at the top, ".Trash/1000" one below it. */
    private static Path top(Path can) {
        Path above = requireNonNull(can.getParent());
        boolean shared = ".Trash".equals(String.valueOf(above.getFileName()));
        return shared ? requireNonNull(above.getParent()) : above;
    }

    private void dropNote(InTrash place) throws IOException {
        if (canOf(place).isWhole(place)) {
            Files.deleteIfExists(place.info());
        }
    }

    @Override
    public Path restore(InTrash place, Path original) throws IOException {
        Path folder = requireNonNull(original.toAbsolutePath().getParent());
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
