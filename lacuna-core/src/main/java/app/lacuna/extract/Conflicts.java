package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Decides what happens where something is in the way, and remembers an answer "for all". */
final class Conflicts {
    private final ExtractOptions options;
    private final Set<Path> ours = new HashSet<>();
    private final Map<Path, Integer> numbers = new HashMap<>();
    private Optional<ConflictRule> forAll = Optional.empty();

    Conflicts(ExtractOptions options) {
        this.options = options;
    }

    /**
     * @param target where to write, or empty to leave the entry
     * @param replaces whether the target exists and is to be replaced
     */
    record Decision(Optional<Path> target, boolean replaces) {}

    Decision decide(ArchiveEntry entry, Path target) throws IOException {
        if (!Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
            return new Decision(Optional.of(target), false);
        }
        return switch (ruleFor(entry, target)) {
            case SKIP -> new Decision(Optional.empty(), false);
            case OVERWRITE -> new Decision(Optional.of(target), true);
            default -> new Decision(Optional.of(freeBeside(target)), false);
        };
    }

    /** Two entries of one archive never overwrite each other, and a folder is never replaced. */
    private ConflictRule ruleFor(ArchiveEntry entry, Path target) throws IOException {
        if (ours.contains(realPath(target))) {
            return ConflictRule.KEEP_BOTH;
        }
        ConflictRule rule = options.onConflict();
        if (rule == ConflictRule.ASK) {
            rule = forAll.isPresent() ? forAll.get() : ask(entry, target);
        }
        boolean folder = Files.isDirectory(target, LinkOption.NOFOLLOW_LINKS);
        return folder && rule == ConflictRule.OVERWRITE ? ConflictRule.KEEP_BOTH : rule;
    }

    private ConflictRule ask(ArchiveEntry entry, Path target) throws IOException {
        BasicFileAttributes existing =
                Files.readAttributes(target, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
        ConflictAnswer answer =
                options.asker()
                        .ask(
                                new Conflict(
                                        entry,
                                        target,
                                        existing.size(),
                                        existing.lastModifiedTime().toInstant()));
        if (answer.forAll()) {
            forAll = Optional.of(answer.rule());
        }
        return answer.rule();
    }

    /** Remembers that this run has written it. */
    void written(Path target) throws IOException {
        ours.add(realPath(target));
    }

    private static Path realPath(Path target) throws IOException {
        return target.toRealPath(LinkOption.NOFOLLOW_LINKS);
    }

    /** With a number before the ending; what was found taken once is not looked at again. */
    private Path freeBeside(Path target) {
        String name = target.getFileName().toString();
        int dot = name.lastIndexOf('.');
        String stem = dot > 0 ? name.substring(0, dot) : name;
        String extension = dot > 0 ? name.substring(dot) : "";
        for (int number = numbers.getOrDefault(target, 2); ; number++) {
            Path free = target.resolveSibling(stem + " (" + number + ")" + extension);
            if (!Files.exists(free, LinkOption.NOFOLLOW_LINKS)) {
                numbers.put(target, number + 1);
                return free;
            }
        }
    }
}
