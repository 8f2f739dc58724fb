package app.lacuna.clearing;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import app.lacuna.clearing.ReadableFile.Sort;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Makes loose ends out of what jobs have said that did not come to their end. */
final class Unsettled {
    private Unsettled() {}

    /** What is still there of what the lines speak of, and is remembered nowhere else. */
    static List<LooseEnd> of(List<Line> lines) {
        Map<String, List<Line>> batches = new LinkedHashMap<>();
        for (Line line : lines) {
            if (line.mark() == Mark.READABLE || line.mark() == Mark.BASE) {
                batches.computeIfAbsent(line.batch(), batch -> new ArrayList<>()).add(line);
            } else if (line.mark() == Mark.SETTLED) {
                batches.remove(line.batch());
            }
        }
        List<LooseEnd> ends = new ArrayList<>();
        batches.forEach((batch, its) -> end(batch, its).ifPresent(ends::add));
        return ends;
    }

    private static Optional<LooseEnd> end(String batch, List<Line> lines) {
        Line first = lines.get(0);
        LooseEnd.Kind kind;
        try {
            kind = LooseEnd.Kind.valueOf(first.kind());
        } catch (IllegalArgumentException e) {
            return Optional.empty(); // of another version
        }
        boolean locked = first.archive().filter(Files::exists).isPresent();
        if (kind == LooseEnd.Kind.ORIGINAL && !locked) {
            return Optional.empty(); // it did not come to be packed
        }
        Optional<Path> base =
                lines.stream().filter(line -> line.mark() == Mark.BASE).map(Line::path).findFirst();
        Set<Path> named = new LinkedHashSet<>();
        lines.stream()
                .filter(line -> line.mark() == Mark.READABLE)
                .forEach(line -> named.add(line.path()));
        List<ReadableFile> files = new ArrayList<>();
        named.forEach(path -> file(path, base).ifPresent(files::add));
        return files.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        new LooseEnd(
                                batch,
                                kind,
                                first.archive(),
                                first.archive().flatMap(ArchiveFingerprint::of),
                                first.since(),
                                Optional.empty(),
                                Volume.of(files),
                                false,
                                files));
    }

    private static Optional<ReadableFile> file(Path path, Optional<Path> base) {
        if (!Files.exists(path, LinkOption.NOFOLLOW_LINKS)) {
            return Optional.empty();
        }
        try {
            ReadableFile file = ReadableFile.now(path, entry(path, base));
            return Optional.of(file.sort() == Sort.FOLDER ? file.as(Sort.TREE) : file);
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** What is taken out keeps its path; what is packed has its own name at the top. */
    private static String entry(Path path, Optional<Path> base) {
        Path relative =
                base.filter(path::startsWith)
                        .map(folder -> folder.relativize(path))
                        .orElse(path.getFileName());
        List<String> parts = new ArrayList<>();
        relative.forEach(part -> parts.add(part.toString()));
        return String.join("/", parts);
    }
}
