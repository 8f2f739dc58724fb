package app.lacuna.extract;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.clearing.Register;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Names of files that have another name in the archive: they become names of the same file here, if
 * that file has come out just now and the file system can do it. Otherwise they come out as files
 * of their own.
 */
final class HardLinks {
    private final Map<String, Path> out = new HashMap<>();
    private int number;

    /** It has come out, there. */
    void cameOut(ArchiveEntry entry, Path place) {
        out.put(entry.path(), place);
    }

    /** Where the file is that this is another name of. */
    Optional<Path> place(String linkedTo) {
        return Optional.ofNullable(out.get(linkedTo));
    }

    /** False if it can not be: nothing has been changed then. */
    boolean make(Path file, EntryFiles.Plan plan) throws IOException {
        Path folder = requireNonNull(plan.target().getParent());
        Register.temporariesIn(folder);
        Path made =
                folder.resolve(
                        Register.PREFIX
                                + Register.token()
                                + "-name"
                                + number++
                                + Register.TEMPORARY_FILE);
        try {
            Files.createLink(made, file);
        } catch (IOException | UnsupportedOperationException e) {
            return false;
        }
        try {
            if (plan.existing().replaces()) {
                Files.move(
                        made,
                        plan.target(),
                        StandardCopyOption.ATOMIC_MOVE,
                        StandardCopyOption.REPLACE_EXISTING);
            } else {
                Files.createLink(plan.target(), file);
            }
        } finally {
            // moving a name onto another name of the same file leaves both
            Files.deleteIfExists(made);
        }
        return true;
    }
}
