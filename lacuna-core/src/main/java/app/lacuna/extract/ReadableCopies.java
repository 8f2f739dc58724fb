package app.lacuna.extract;

import app.lacuna.clearing.Cleared;
import app.lacuna.clearing.Clearer;
import app.lacuna.clearing.Register;
import app.lacuna.selection.ItemKind;
import app.lacuna.staging.FileMark;
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
     * @param linked what has other names, under which it is still there
     */
    public record Result(int gone, List<Path> kept, List<Path> linked) {
        /** Of several extractions together. */
        public static Result of(List<Result> results) {
            return new Result(
                    results.stream().mapToInt(Result::gone).sum(),
                    results.stream().flatMap(each -> each.kept().stream()).toList(),
                    results.stream().flatMap(each -> each.linked().stream()).toList());
        }
    }

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

    /** Deletes them; folders that were made go too, if nothing else is in them. */
    public Result clear() {
        List<Path> kept = new ArrayList<>();
        List<Path> linked = new ArrayList<>();
        List<Path> gone = new ArrayList<>();
        for (Map.Entry<Path, FileMark> file : files.entrySet()) {
            Path path = file.getKey();
            if (!Files.exists(path, LinkOption.NOFOLLOW_LINKS)) {
                gone.add(path);
                continue;
            }
            Cleared cleared = isStill(file.getValue(), path) ? Clearer.delete(path) : null;
            if (cleared == null || !cleared.isGone()) {
                kept.add(path);
                continue;
            }
            gone.add(path);
            if (cleared.result() == Cleared.Result.LINKED_ELSEWHERE) {
                linked.add(path);
            }
        }
        Register.gone(gone);
        links.forEach(ReadableCopies::deleteLink);
        for (int i = folders.size() - 1; i >= 0; i--) {
            deleteIfEmpty(folders.get(i));
        }
        return new Result(files.size() - kept.size(), kept, linked);
    }

    private static boolean isStill(FileMark mark, Path file) {
        try {
            return mark.isStill(file);
        } catch (IOException e) {
            return false; // what can not be looked at is not taken away
        }
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
