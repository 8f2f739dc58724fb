package app.lacuna.clearing;

import static java.util.Objects.requireNonNull;

import app.lacuna.files.Failpoint;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SecureDirectoryStream;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributeView;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * A folder and its parent, held open, so that moves between them reach the same folders whatever
 * they are called by now. Where the system cannot hold folders open, their paths are used.
 */
final class HeldFolder {
    private final Path folder;
    private final Path parent;
    private final Optional<SecureDirectoryStream<Path>> heldParent;
    private final Optional<SecureDirectoryStream<Path>> held;

    private HeldFolder(
            Path folder,
            Optional<SecureDirectoryStream<Path>> heldParent,
            Optional<SecureDirectoryStream<Path>> held) {
        this.folder = folder;
        this.parent = requireNonNull(folder.getParent());
        this.heldParent = heldParent;
        this.held = held;
    }

    @SuppressWarnings("StreamResourceLeak") // what holds the folders open closes them
    static HeldFolder open(Path folder) throws IOException {
        DirectoryStream<Path> parent = Files.newDirectoryStream(folder.getParent());
        if (!(parent instanceof SecureDirectoryStream<Path> around)) {
            parent.close();
            return new HeldFolder(folder, Optional.empty(), Optional.empty());
        }
        try {
            SecureDirectoryStream<Path> own =
                    around.newDirectoryStream(folder.getFileName(), LinkOption.NOFOLLOW_LINKS);
            return new HeldFolder(folder, Optional.of(around), Optional.of(own));
        } catch (IOException | RuntimeException e) {
            around.close();
            throw e;
        }
    }

    /** Moves an item of the parent into the folder. */
    void take(Path name) throws IOException {
        Failpoint.reached("aside.take");
        if (held.isPresent()) {
            heldParent.orElseThrow().move(name, held.get(), name);
        } else {
            Files.move(parent.resolve(name), folder.resolve(name), StandardCopyOption.ATOMIC_MOVE);
        }
    }

    /** Moves an item back, under a free name if its own is taken. */
    Path putBack(Path name) throws IOException {
        Failpoint.reached("aside.put-back");
        if (isInPlace()) {
            return FreeName.moveInto(folder.resolve(name), parent, name);
        }
        Path free = name;
        for (int number = 2; exists(free); number++) {
            free = name.resolveSibling(FreeName.numbered(name.toString(), number));
        }
        held.orElseThrow().move(name, heldParent.orElseThrow(), free);
        return parent.resolve(free);
    }

    /**
     * Moves everything back and deletes the folder.
     *
     * @return whether nothing is left there
     */
    boolean putBackAll() {
        if (isInPlace()) {
            return AsideRecovery.putBackFrom(folder);
        }
        boolean all = true;
        for (Path name : names()) {
            try {
                putBack(name);
            } catch (IOException e) {
                all = false; // the next start tries again
            }
        }
        try {
            heldParent.orElseThrow().deleteDirectory(folder.getFileName());
            return all;
        } catch (IOException e) {
            return false;
        }
    }

    /** A fresh stream: the one that is held may have been read to its end. */
    private List<Path> names() {
        List<Path> names = new ArrayList<>();
        try (SecureDirectoryStream<Path> fresh =
                heldParent
                        .orElseThrow()
                        .newDirectoryStream(folder.getFileName(), LinkOption.NOFOLLOW_LINKS)) {
            fresh.forEach(each -> names.add(each.getFileName()));
        } catch (IOException | DirectoryIteratorException e) {
            return List.of();
        }
        return names;
    }

    /** Whether the path still leads to the parent that is held. */
    private boolean isInPlace() {
        if (heldParent.isEmpty()) {
            return true;
        }
        try {
            Object now =
                    Files.getFileAttributeView(
                                    parent, BasicFileAttributeView.class, LinkOption.NOFOLLOW_LINKS)
                            .readAttributes()
                            .fileKey();
            Object own =
                    heldParent
                            .get()
                            .getFileAttributeView(BasicFileAttributeView.class)
                            .readAttributes()
                            .fileKey();
            return Objects.equals(now, own);
        } catch (IOException e) {
            return false;
        }
    }

    private boolean exists(Path name) throws IOException {
        try {
            heldParent
                    .orElseThrow()
                    .getFileAttributeView(
                            name, BasicFileAttributeView.class, LinkOption.NOFOLLOW_LINKS)
                    .readAttributes();
            return true;
        } catch (NoSuchFileException e) {
            return false;
        }
    }

    void close() {
        held.ifPresent(HeldFolder::close);
        heldParent.ifPresent(HeldFolder::close);
    }

    private static void close(SecureDirectoryStream<Path> stream) {
        try {
            stream.close();
        } catch (IOException e) {
            return; // nothing was written through it
        }
    }
}
