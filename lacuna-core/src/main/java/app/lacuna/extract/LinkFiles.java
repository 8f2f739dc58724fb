package app.lacuna.extract;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.Register;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** Makes the links of an archive, as far as they stay inside. */
final class LinkFiles {
    private final OpenedArchive reader;
    private final Path base;
    private final Conflicts conflicts;
    private final Set<Path> made = new HashSet<>();
    private int number;

    LinkFiles(OpenedArchive reader, Path base, Conflicts conflicts) {
        this.reader = reader;
        this.base = base;
        this.conflicts = conflicts;
    }

    /** Whatever is in its place. */
    boolean mayBeMade(ArchiveEntry entry, EntryPath path) throws IOException {
        Path link = base;
        for (String part : path.parts()) {
            link = link.resolve(part);
        }
        return allowed(entry, link).isPresent();
    }

    private Optional<LinkTarget.Allowed> allowed(ArchiveEntry entry, Path link) throws IOException {
        try (InputStream in = reader.open(entry)) {
            return LinkTarget.read(in, entry)
                    .flatMap(bytes -> LinkTarget.inside(base, link, bytes, made));
        }
    }

    ExtractedEntry make(EntryFiles.Plan plan) throws IOException {
        Path link = plan.target();
        Optional<LinkTarget.Allowed> target = allowed(plan.entry(), link);
        if (target.isEmpty()) {
            return ExtractedEntry.refused(plan.entry(), NameRefusal.LINK_LEADS_OUT);
        }
        try {
            if (plan.existing().replaces()) {
                replace(link, target.get().path());
            } else {
                Files.createSymbolicLink(link, target.get().path());
            }
        } catch (UnsupportedOperationException e) {
            throw new IOException("no symbolic links here", e);
        }
        FileAttributesRestorer.restoreTime(plan.entry(), link);
        made.add(link);
        conflicts.written(link);
        return target.get().exact() ? plan.result() : plan.result().altered();
    }

    /** What is there goes only when the link is there to take its place. */
    private void replace(Path link, Path target) throws IOException {
        Path folder = requireNonNull(link.getParent());
        Register.temporariesIn(folder);
        Path made =
                folder.resolve(
                        Register.PREFIX
                                + Register.token()
                                + "-link"
                                + number++
                                + Register.TEMPORARY_FILE);
        Files.createSymbolicLink(made, target);
        try {
            Files.move(
                    made,
                    link,
                    StandardCopyOption.ATOMIC_MOVE,
                    StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            Files.deleteIfExists(made);
            throw e;
        }
    }
}
