package app.lacuna.looseends;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.common.CancelToken;
import app.lacuna.common.SameBytes;
import app.lacuna.selection.ItemKind;
import app.lacuna.staging.FileMarks;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The archive itself, opened with its password: every file is compared with its entry, which is
 * read to its end and so to its authentication code.
 */
public final class ByArchive implements Evidence {
    private final OpenedArchive archive;
    private final FileMarks marks;
    private final CancelToken cancel;
    private final Map<String, ArchiveEntry> entries = new HashMap<>();
    private final boolean locked;

    /**
     * @param archive checked already, where one code protects all of it; stays open
     * @param marks its files, as they were when it was opened
     */
    public ByArchive(OpenedArchive archive, FileMarks marks, CancelToken cancel) {
        this.archive = archive;
        this.marks = marks;
        this.cancel = cancel;
        locked = archive.listing().needsPassword();
        archive.listing().entries().forEach(entry -> entries.put(entry.path(), entry));
    }

    @Override
    public List<Path> archive() {
        return marks.files();
    }

    @Override
    public boolean stands() {
        return marks.areStill();
    }

    @Override
    public Optional<Stays> against(ReadableFile file) {
        if (file.sort() == Sort.FOLDER) {
            return Optional.empty();
        }
        ArchiveEntry entry = entries.get(file.entry());
        if (entry == null || entry.kind() != Contents.kind(file)) {
            return Optional.of(Stays.NOT_IN_ARCHIVE);
        }
        // What stands open in an archive with a password anybody could exchange.
        return locked && entry.standsOpen() ? Optional.of(Stays.NOT_PROVED) : Optional.empty();
    }

    @Override
    public void prepare(List<ReadableFile> next) throws IOException {
        archive.prepare(
                next.stream()
                        .map(file -> entries.get(file.entry()))
                        .filter(entry -> entry != null && entry.kind() != ItemKind.FOLDER)
                        .toList());
    }

    @Override
    public Optional<Stays> compare(ReadableFile file, Path place) throws IOException {
        try (InputStream there = Contents.of(file, place);
                InputStream packed = archive.open(requireNonNull(entries.get(file.entry())))) {
            return switch (SameBytes.compare(packed, there, cancel)) {
                case SAME -> Optional.empty();
                case DIFFERENT -> Optional.of(Stays.CHANGED);
                case FIRST_UNREADABLE -> Optional.of(Stays.ARCHIVE_DAMAGED);
            };
        }
    }
}
