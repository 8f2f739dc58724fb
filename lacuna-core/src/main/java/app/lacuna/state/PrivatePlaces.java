package app.lacuna.state;

import static java.util.Objects.requireNonNull;

import app.lacuna.files.DurableFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Files and folders that nobody but the user can read, where the file system knows users. */
public final class PrivatePlaces {
    private static final Set<PosixFilePermission> OWN_FILE =
            PosixFilePermissions.fromString("rw-------");
    private static final Set<PosixFilePermission> OWN_FOLDER =
            PosixFilePermissions.fromString("rwx------");

    private PrivatePlaces() {}

    private static boolean knowsUsers(Path place) {
        return place.getFileSystem().supportedFileAttributeViews().contains("posix");
    }

    /** What a new file there is to be made with. */
    public static FileAttribute<?>[] forFile(Path place) {
        return knowsUsers(place)
                ? new FileAttribute<?>[] {PosixFilePermissions.asFileAttribute(OWN_FILE)}
                : new FileAttribute<?>[0];
    }

    /** Made if it is not there, with those on the way to it; closed to others if it was open. */
    public static void makeFolder(Path folder) throws IOException {
        List<Path> missing = missing(folder.toAbsolutePath());
        makeIfMissing(folder);
        missing.forEach(made -> DurableFolder.force(requireNonNull(made.getParent())));
    }

    private static List<Path> missing(Path folder) {
        List<Path> missing = new ArrayList<>();
        for (Path at = folder; at != null && !Files.exists(at); at = at.getParent()) {
            missing.add(at);
        }
        return missing;
    }

    private static void makeIfMissing(Path folder) throws IOException {
        if (!knowsUsers(folder)) {
            Files.createDirectories(folder); // the place itself belongs to the user there
            return;
        }
        Files.createDirectories(folder, PosixFilePermissions.asFileAttribute(OWN_FOLDER));
        if (!Files.getPosixFilePermissions(folder).equals(OWN_FOLDER)) {
            Files.setPosixFilePermissions(folder, OWN_FOLDER);
        }
    }

    /** A new folder in one that is there. */
    public static void makeNewFolder(Path folder) throws IOException {
        if (knowsUsers(folder)) {
            Files.createDirectory(folder, PosixFilePermissions.asFileAttribute(OWN_FOLDER));
        } else {
            Files.createDirectory(folder);
        }
    }
}
