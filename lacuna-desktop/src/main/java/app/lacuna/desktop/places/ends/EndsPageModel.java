package app.lacuna.desktop.places.ends;

import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.desktop.ends.EndsModel;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.clearing.ClearModel;
import app.lacuna.desktop.parts.clearing.ClearTarget;
import app.lacuna.desktop.parts.clearing.How;
import app.lacuna.desktop.parts.clearing.Proofs;
import app.lacuna.looseends.Seen;
import app.lacuna.looseends.Seen.State;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What the page shows of the loose ends, and what is done about each. */
public final class EndsPageModel {
    private final EndsModel ends;
    private final ClearModel clearing;
    private final Clock clock;

    EndsPageModel(Lifetime life, EndsModel ends, Clock clock) {
        this.ends = ends;
        this.clock = clock;
        clearing = new ClearModel(life, ends.trash());
    }

    /**
     * Those of one archive.
     *
     * @param proved when it was last read back whole, as far as that is known
     */
    record Group(Optional<Path> archive, Optional<Instant> proved, List<EndLine> lines) {}

    /** The oldest first; within an archive what is newer than it stands first. */
    List<Group> groups() {
        Map<Optional<Path>, List<Seen>> byArchive = new LinkedHashMap<>();
        for (Seen seen : ends.seen().get()) {
            if (!seen.end().wanted()) {
                byArchive
                        .computeIfAbsent(seen.end().archive(), archive -> new ArrayList<>())
                        .add(seen);
            }
        }
        List<Group> groups = new ArrayList<>();
        byArchive.forEach(
                (archive, all) ->
                        groups.add(
                                new Group(
                                        archive,
                                        all.stream()
                                                .flatMap(seen -> seen.end().proved().stream())
                                                .max(Comparator.naturalOrder()),
                                        lines(all))));
        return groups;
    }

    private static List<EndLine> lines(List<Seen> all) {
        List<EndLine> lines = new ArrayList<>();
        for (State state : List.of(State.CHANGED, State.THERE, State.IN_TRASH, State.AWAY)) {
            for (Seen seen : all) {
                if (seen.has(state)) {
                    lines.add(EndLine.of(seen, state));
                }
            }
        }
        return lines;
    }

    /** What the user wants to be readable: it does not count. */
    List<EndLine> wanted() {
        return lines(ends.seen().get().stream().filter(seen -> seen.end().wanted()).toList());
    }

    /** How many files are newer than their archive. */
    int changed() {
        return ends.open().stream().mapToInt(seen -> seen.in(State.CHANGED).size()).sum();
    }

    /** Whether an archive has all of it, as it was proved here. */
    boolean allProved() {
        return ends.open().stream()
                .allMatch(
                        seen ->
                                seen.end().kind() == LooseEnd.Kind.ORIGINAL
                                        && seen.end().proved().isPresent());
    }

    Duration oldest() {
        return ends.open().stream()
                .map(seen -> since(seen.end()))
                .max(Comparator.naturalOrder())
                .orElse(Duration.ZERO);
    }

    Duration since(LooseEnd end) {
        return Duration.between(end.since(), clock.instant());
    }

    Instant now() {
        return clock.instant();
    }

    private List<EndLine> removable() {
        return groups().stream()
                .flatMap(group -> group.lines().stream())
                .filter(EndLine::canGo)
                .toList();
    }

    int canGo() {
        return removable().size();
    }

    int count() {
        return groups().stream().mapToInt(group -> group.lines().size()).sum();
    }

    long bytesThatCanGo() {
        return removable().stream().mapToLong(EndLine::bytes).sum();
    }

    /** Everything that is locked elsewhere, archive by archive. */
    void planAll() {
        Map<Path, List<ReadableFile>> byArchive = new LinkedHashMap<>();
        for (EndLine line : removable()) {
            byArchive
                    .computeIfAbsent(line.end().archive().orElseThrow(), path -> new ArrayList<>())
                    .addAll(line.withFolders());
        }
        List<ClearTarget> targets = new ArrayList<>();
        byArchive.forEach(
                (archive, files) -> targets.add(new ClearTarget(files, Proofs.archive(archive))));
        clearing.plan(How.DELETE, targets);
    }

    void plan(EndLine line, How how) {
        boolean own =
                line.end().kind() == LooseEnd.Kind.KEY_SLIP
                        || line.end().kind() == LooseEnd.Kind.EXPORT;
        Proofs proofs =
                own || line.end().archive().isEmpty()
                        ? Proofs.ofOurOwn()
                        : Proofs.archive(line.end().archive().get());
        boolean slip = line.end().kind() == LooseEnd.Kind.KEY_SLIP;
        clearing.plan(how, List.of(new ClearTarget(line.withFolders(), proofs, slip, List.of())));
    }

    void takeBack(EndLine line) {
        clearing.takeBack(line.withFolders());
    }

    void keep(EndLine line, boolean wanted) {
        ends.keep(line.end(), wanted);
    }

    void forget(EndLine line) {
        ends.forget(line.end());
    }

    /** Files that are newer than in the archive, by their paths there. */
    static Map<String, Path> newer(EndLine line) {
        Map<String, Path> newer = new LinkedHashMap<>();
        for (ReadableFile file : line.files()) {
            if (!file.entry().isEmpty() && Files.isRegularFile(file.path())) {
                newer.put(file.entry(), file.path());
            }
        }
        return newer;
    }

    EndsModel ends() {
        return ends;
    }

    ClearModel clearing() {
        return clearing;
    }
}
