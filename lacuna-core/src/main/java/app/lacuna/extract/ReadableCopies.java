package app.lacuna.extract;

import app.lacuna.selection.ItemKind;
import app.lacuna.staging.FileMark;
import app.lacuna.staging.PrivateFolder;
import java.io.IOException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The files that an extraction has left readable, so that they can be cleared when they are no
 * longer needed. What was changed since is somebody's work, and stays.
 */
public final class ReadableCopies {
    private final Map<Path, FileMark> files = new LinkedHashMap<>();
    private final List<Path> links = new ArrayList<>();
    private final List<Path> folders;

    /**
     * @param kept what was changed since, or could not be deleted
     */
    public record Cleared(int gone, List<Path> kept) {}

    private ReadableCopies(List<Path> folders) {
        this.folders = folders;
    }

    /** Right after the extraction: what is there now is what came out of the archive. */
    public static ReadableCopies of(ExtractReport report) throws IOException {
        ReadableCopies copies = new ReadableCopies(report.madeFolders());
        for (ExtractedEntry entry : report.entries()) {
            if (!entry.result().cameOut() || entry.entry().kind() == ItemKind.FOLDER) {
                continue;
            }
            Path file = entry.target().orElseThrow();
            if (Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
                copies.files.put(file, FileMark.of(file));
            } else {
                copies.links.add(file);
            }
        }
        return copies;
    }

    public int count() {
        return files.size();
    }

    /** Overwrites and deletes them; folders that were made go too, if nothing else is in them. */
    public Cleared clear() {
        List<Path> kept = new ArrayList<>();
        int gone = 0;
        for (Map.Entry<Path, FileMark> file : files.entrySet()) {
            try {
                if (file.getValue().isStill(file.getKey())) {
                    PrivateFolder.wipe(file.getKey());
                    gone++;
                } else if (Files.exists(file.getKey(), LinkOption.NOFOLLOW_LINKS)) {
                    kept.add(file.getKey());
                }
            } catch (IOException e) {
                kept.add(file.getKey());
            }
        }
        links.forEach(ReadableCopies::deleteLink);
        for (int i = folders.size() - 1; i >= 0; i--) {
            deleteIfEmpty(folders.get(i));
        }
        return new Cleared(gone, kept);
    }

    private static void deleteLink(Path link) {
        if (Files.isSymbolicLink(link)) {
            deleteIfEmpty(link);
        }
    }

    private static void deleteIfEmpty(Path path) {
        try {
            Files.deleteIfExists(path);
        } catch (DirectoryNotEmptyException | NoSuchFileException e) {
            return; // something else is in it
        } catch (IOException e) {
            return; // holds nothing readable
        }
    }
}
