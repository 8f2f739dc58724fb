package app.lacuna.staging;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** By what several files that belong together are known again. */
public final class FileMarks {
    private final Map<Path, FileMark> marks = new LinkedHashMap<>();

    private FileMarks() {}

    public static FileMarks of(List<Path> files) throws IOException {
        FileMarks all = new FileMarks();
        for (Path file : files) {
            all.marks.put(file.toAbsolutePath(), FileMark.of(file));
        }
        return all;
    }

    /** Marks that were taken before the files got these names. */
    public static FileMarks of(Map<Path, FileMark> known) {
        FileMarks all = new FileMarks();
        known.forEach((file, mark) -> all.marks.put(file.toAbsolutePath(), mark));
        return all;
    }

    /** Marks of no file: never valid. */
    public static FileMarks none() {
        return new FileMarks();
    }

    public List<Path> files() {
        return List.copyOf(marks.keySet());
    }

    /** Whether all of them are there and are what they were. */
    public boolean areStill() {
        if (marks.isEmpty()) {
            return false;
        }
        for (Map.Entry<Path, FileMark> each : marks.entrySet()) {
            try {
                if (!each.getValue().isStill(each.getKey())) {
                    return false;
                }
            } catch (IOException e) {
                return false;
            }
        }
        return true;
    }
}
