package app.lacuna.looseends;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.files.Presence;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Finds files whose folder got another name: by the key of the folder, beside its old name. */
final class RenamedFolders {
    private static final int MAX_SIBLINGS = 5_000;

    private final Map<Path, String> keys = new HashMap<>();
    private final Map<Path, Optional<Path>> found = new HashMap<>();

    RenamedFolders(List<ReadableFile> files) {
        for (ReadableFile file : files) {
            if (file.sort() == Sort.FOLDER || file.sort() == Sort.TREE) {
                file.key().ifPresent(key -> keys.put(file.path(), key));
            }
        }
    }

    /** Where the file is now, if it looks the same there. */
    Optional<Path> find(ReadableFile file) {
        for (Path at = file.path(); at != null; at = at.getParent()) {
            Optional<Path> now = keys.containsKey(at) ? renamed(at) : Optional.empty();
            if (now.isPresent()) {
                Path place = now.get().resolve(at.relativize(file.path()));
                return isSame(file, place) ? Optional.of(place) : Optional.empty();
            }
        }
        return Optional.empty();
    }

    private Optional<Path> renamed(Path folder) {
        return found.computeIfAbsent(folder, this::search);
    }

    private Optional<Path> search(Path folder) {
        if (folder.getParent() == null || Presence.of(folder) == Presence.UNKNOWN) {
            return Optional.empty();
        }
        int left = MAX_SIBLINGS;
        try (DirectoryStream<Path> siblings = Files.newDirectoryStream(folder.getParent())) {
            for (Path each : siblings) {
                if (left-- <= 0) {
                    break;
                }
                if (!each.equals(folder) && hasKey(each, requireNonNull(keys.get(folder)))) {
                    return Optional.of(each);
                }
            }
        } catch (IOException | DirectoryIteratorException e) {
            return Optional.empty();
        }
        return Optional.empty();
    }

    private static boolean hasKey(Path folder, String key) {
        try {
            BasicFileAttributes now =
                    Files.readAttributes(
                            folder, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
            return now.isDirectory() && key.equals(String.valueOf(now.fileKey()));
        } catch (IOException e) {
            return false;
        }
    }

    private static boolean isSame(ReadableFile file, Path place) {
        try {
            return file.looksLike(ReadableFile.now(place, file.entry()));
        } catch (IOException e) {
            return false;
        }
    }
}
