package app.lacuna.disc.read;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.Secret;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** The archive on one or several discs, together with what holds the discs open. */
public final class DiscReader implements ArchiveReader {
    private final DiscSet discs;
    private final ArchiveReader reader;

    private DiscReader(DiscSet discs, ArchiveReader reader) {
        this.discs = discs;
        this.reader = reader;
    }

    /**
     * A disc, and those of its set that lie beside it, if it needs others. The caller closes the
     * reader.
     */
    public static DiscReader open(Path disc, Limits limits, Nested nested) throws IOException {
        boolean needsOthers;
        try (DiscSet alone = DiscSet.open(List.of(disc))) {
            needsOthers = alone.needsOthers();
        }
        return open(needsOthers ? Siblings.of(disc) : List.of(disc), limits, nested);
    }

    /** A disc and all of its set that lie beside it. The caller closes the reader. */
    public static DiscReader openWithAll(Path disc, Limits limits, Nested nested)
            throws IOException {
        return open(Siblings.of(disc), limits, nested);
    }

    /** Exactly these discs, in any order. The caller closes the reader. */
    public static DiscReader open(List<Path> discs, Limits limits, Nested nested)
            throws IOException {
        DiscSet set = DiscSet.open(discs);
        try {
            return new DiscReader(set, set.open(limits, nested));
        } catch (IOException | RuntimeException e) {
            set.close();
            throw e;
        }
    }

    /** What is there of the set. */
    public DiscSet discs() {
        return discs;
    }

    @Override
    public Listing outside() {
        return reader.outside();
    }

    @Override
    public boolean needsPassword() {
        return reader.needsPassword();
    }

    @Override
    public OpenedArchive open() throws IOException {
        return new OpenedDiscs(reader.open(), discs.paths());
    }

    @Override
    public OpenedArchive open(Secret password) throws IOException {
        return new OpenedDiscs(reader.open(password), discs.paths());
    }

    @Override
    public List<Boolean> mayBeOpenedBy(List<Secret> passwords) throws IOException {
        return reader.mayBeOpenedBy(passwords);
    }

    @Override
    public void close() throws IOException {
        try {
            reader.close();
        } finally {
            discs.close();
        }
    }
}
