package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Secret;
import app.lacuna.base.Stage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.NotAnArchive;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Reads the layered form, ours and others' alike: one encrypted, stored entry that is itself a ZIP
 * archive. Until the password is there, it lists the outer entry; afterwards, what is inside.
 */
final class LayeredZipReader implements ArchiveReader {
    /** A larger archive inside, if it can not be read in parts, is one entry like any other. */
    private static final long MAX_IN_MEMORY = 64_000_000;

    private final ZipReader outer;
    private final Limits limits;
    private Optional<ZipReader> inner = Optional.empty();
    private volatile boolean checked;

    private LayeredZipReader(ZipReader outer, Limits limits) {
        this.outer = outer;
        this.limits = limits;
    }

    /** The same archive, as one with hidden names if it looks like that. */
    static ArchiveReader over(ZipReader outer, Limits limits) {
        return seemsLayered(outer.listing()) ? new LayeredZipReader(outer, limits) : outer;
    }

    private static boolean seemsLayered(Listing listing) {
        List<ArchiveEntry> entries = listing.entries();
        if (entries.size() != 1) {
            return false;
        }
        ArchiveEntry only = entries.get(0);
        return only.protection().needsPassword()
                && only.kind() == ItemKind.FILE
                && (isSeekable(only) || only.size() <= MAX_IN_MEMORY)
                && only.size() >= ZipConstants.END_BYTES
                && only.path().toLowerCase(Locale.ROOT).endsWith(".zip");
    }

    /** Others also compress the archive inside once more; then all of it has to be read. */
    static boolean isSeekable(ArchiveEntry only) {
        return only.protection().strength().isPresent()
                && only.method().equals(MethodCodes.name(ZipConstants.METHOD_STORED));
    }

    /** The archive that has the entries: the one inside, if there is one. */
    static ZipReader insideOf(ArchiveReader reader) {
        if (reader instanceof LayeredZipReader layered) {
            synchronized (layered) {
                return layered.inner.orElse(layered.outer);
            }
        }
        return outsideOf(reader);
    }

    /** The archive that lies on disk. */
    static ZipReader outsideOf(ArchiveReader reader) {
        if (reader instanceof LayeredZipReader layered) {
            return layered.outer;
        }
        if (reader instanceof ZipReader plain) {
            return plain;
        }
        throw new IllegalArgumentException("entries can be taken over from whole archives only");
    }

    private ArchiveEntry only() {
        return outer.listing().entries().get(0);
    }

    @Override
    public synchronized Listing listing() {
        Listing seen = outer.listing();
        if (inner.isPresent()) {
            return seen.with(
                    Names.HIDDEN,
                    inner.get().listing().entries().stream().map(this::protectedByLayer).toList());
        }
        return seen.with(checked ? Names.VISIBLE : Names.HIDDEN, seen.entries());
    }

    @Override
    public Listing outside() {
        return outer.listing().with(Names.HIDDEN, outer.listing().entries());
    }

    private ArchiveEntry protectedByLayer(ArchiveEntry entry) {
        return new ArchiveEntry(
                entry.index(),
                entry.path(),
                entry.kind(),
                entry.size(),
                entry.packedSize(),
                entry.modified(),
                entry.permissions(),
                only().protection(),
                entry.method(),
                OptionalInt.empty());
    }

    @Override
    public synchronized void unlock(Secret password) throws IOException {
        outer.unlock(password);
        ArchiveEntry only = only();
        try {
            boolean seekable = isSeekable(only);
            ByteSource inside = seekable ? outer.inside(only) : wholeInMemory(only);
            inner =
                    Optional.of(
                            ZipReader.open(
                                    outer.listing().archive(), inside, Names.HIDDEN, limits));
            checked = !seekable || outer.isPasswordConfirmed();
        } catch (NotAnArchive | DamagedArchive e) {
            openAsItIs(e);
        }
    }

    /** Reading it to its end has checked it. */
    private ByteSource wholeInMemory(ArchiveEntry only) throws IOException {
        try (InputStream in = outer.open(only)) {
            return new MemorySource(in.readAllBytes());
        }
    }

    /**
     * What came out of the decryption is no archive: a file of another kind after all, or damage,
     * or a wrong password that passed the two-byte check. The authentication code tells.
     */
    private void openAsItIs(IOException cause) throws IOException {
        check(ProgressListener.none(), CancelToken.never());
        if (cause instanceof DamagedArchive) {
            throw cause;
        }
    }

    @Override
    public synchronized void lock() {
        outer.lock();
        inner.ifPresent(LayeredZipReader::closeInside);
        inner = Optional.empty();
        checked = false;
    }

    private static void closeInside(ZipReader inside) {
        try {
            inside.close();
        } catch (IOException e) {
            // it only wipes its key: the file belongs to the archive around it
        }
    }

    @Override
    public boolean mayBeOpenedBy(Secret password) throws IOException {
        return outer.mayBeOpenedBy(password);
    }

    /** There is one entry, and checking it checks everything. */
    @Override
    public void confirmPassword(CancelToken cancel) throws IOException {
        if (outer.isPasswordConfirmed()) {
            return;
        }
        check(ProgressListener.none(), cancel);
    }

    @Override
    public synchronized boolean isUnlocked() {
        return outer.isUnlocked();
    }

    @Override
    public boolean isChecked() {
        return checked;
    }

    @Override
    public void check(ProgressListener listener, CancelToken cancel) throws IOException {
        if (checked) {
            return;
        }
        ArchiveEntry only = only();
        ProgressMeter meter = new ProgressMeter(listener, Stage.CHECKING, only.size(), 1);
        outer.authenticate(
                only,
                count -> {
                    cancel.check();
                    meter.addBytes(count);
                });
        meter.finish();
        checked = true;
    }

    /** All of it has one key, which is there. */
    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        Optional<ZipReader> reader;
        synchronized (this) {
            reader = inner;
        }
        return reader.isPresent() ? openInside(reader.get(), entry) : outer.open(entry);
    }

    /** An entry of the listing before unlocking would be another one inside. */
    private static InputStream openInside(ZipReader inside, ArchiveEntry entry) throws IOException {
        List<ArchiveEntry> entries = inside.listing().entries();
        if (entry.index() >= entries.size()
                || !entries.get(entry.index()).path().equals(entry.path())) {
            throw new IllegalArgumentException("not an entry of the unlocked archive");
        }
        return inside.open(entries.get(entry.index()));
    }

    @Override
    public synchronized void close() throws IOException {
        try {
            if (inner.isPresent()) {
                inner.get().close();
            }
        } finally {
            inner = Optional.empty();
            outer.close();
        }
    }
}
