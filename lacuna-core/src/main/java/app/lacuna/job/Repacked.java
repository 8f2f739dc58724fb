package app.lacuna.job;

import app.lacuna.clearing.Ends;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.selection.FileItem;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Readable copies that were newer than their archive, and are in it as they are now. */
final class Repacked {
    private Repacked() {}

    static void note(Path archive, List<FileItem> packed) {
        Map<Path, FileItem> bySource = new HashMap<>();
        packed.forEach(item -> bySource.put(item.source(), item));
        if (!bySource.isEmpty()) {
            Ends.changeOf(archive, end -> withNewer(end, bySource));
        }
    }

    private static LooseEnd withNewer(LooseEnd end, Map<Path, FileItem> bySource) {
        return end.withFiles(
                end.files().stream()
                        .map(
                                file ->
                                        Optional.ofNullable(bySource.get(file.path()))
                                                .map(item -> asPacked(file, item))
                                                .orElse(file))
                        .toList());
    }

    private static ReadableFile asPacked(ReadableFile file, FileItem item) {
        return new ReadableFile(
                file.path(),
                item.path(),
                file.sort(),
                file.isFile() ? item.size() : 0,
                item.modified(),
                file.key(),
                Optional.empty(),
                file.inTrash());
    }
}
