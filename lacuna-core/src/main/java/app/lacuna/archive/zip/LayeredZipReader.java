package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.Nested;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.NotAnArchive;
import app.lacuna.error.WrongPassword;
import app.lacuna.io.ByteSource;
import app.lacuna.io.MemorySource;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Reads the layered form: one encrypted, stored entry that is itself a ZIP archive. Ours says so by
 * a field of its own, so that a user's only file, whatever it is called and whatever is in it, is
 * never taken for it; what others have nested is looked into only when that is asked for.
 */
final class LayeredZipReader implements ZipArchiveReader {
    /** A larger archive inside, if it can not be read in parts, is one entry like any other. */
    private static final long MAX_IN_MEMORY = 64_000_000;

    /** Up to here the one authentication code is checked at once, as reading an entry would. */
    private static final long CHECKED_AT_ONCE = 1_000_000;

    private final ZipReader outer;
    private final Limits limits;

    private LayeredZipReader(ZipReader outer, Limits limits) {
        this.outer = outer;
        this.limits = limits;
    }

    /** The same archive, as one with hidden names if it is one. */
    static ZipArchiveReader over(ZipReader outer, Limits limits, Nested nested) {
        boolean layered =
                hidesNames(outer)
                        || (nested == Nested.LOOK_INSIDE && couldHoldAnArchive(outer.outside()));
        return layered ? new LayeredZipReader(outer, limits) : outer;
    }

    private static boolean hidesNames(ZipReader reader) {
        List<ArchiveEntry> entries = reader.outside().entries();
        return entries.size() == 1
                && reader.record(entries.get(0)).hidesNames()
                && isSeekable(entries.get(0));
    }

    /** Whether its only entry may be an archive of somebody else's, by its name and size. */
    static boolean couldHoldAnArchive(Listing listing) {
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

    @Override
    public Listing outside() {
        return outer.outside().with(Names.HIDDEN, outer.outside().entries());
    }

    @Override
    public OpenedZip open() throws IOException {
        return outer.open(); // says that a password is needed
    }

    @Override
    public OpenedZip open(Secret password) throws IOException {
        ZipContents around = outer.open(password);
        try (Secret spelled = around.spelling().of(password)) {
            return inside(around, spelled);
        } catch (IOException | RuntimeException e) {
            around.close();
            throw e;
        }
    }

    private OpenedZip inside(ZipContents around, Secret password) throws IOException {
        ArchiveEntry only = outer.outside().entries().get(0);
        if (!isSeekable(only)) {
            ByteSource source = wholeInMemory(around, only);
            Optional<ZipContents> inner = inner(source, password);
            return inner.isPresent() ? LayeredContents.checked(this, around, inner.get()) : around;
        }
        EntryStreams.Inside inside = around.pinnedInside(only);
        LayeredContents.Check check = new LayeredContents.Check(around, inside.ciphertext());
        try {
            if (only.size() <= CHECKED_AT_ONCE) {
                check.run(ProgressListener.none(), CancelToken.never());
            }
            Optional<ZipContents> inner = inner(inside.decrypted(), password);
            return inner.isPresent()
                    ? LayeredContents.unchecked(this, around, inner.get(), check)
                    : asItIs(around, check);
        } catch (DamagedArchive e) {
            // Damage, or a wrong password that passed the two-byte check: the code tells.
            check.run(ProgressListener.none(), CancelToken.never());
            throw e;
        }
    }

    /** Reading it to its end has checked it. */
    private static ByteSource wholeInMemory(ZipContents around, ArchiveEntry only)
            throws IOException {
        try (InputStream in = around.open(only)) {
            return new MemorySource(in.readAllBytes());
        }
    }

    /**
     * Empty if what came out of the decryption is no archive, or one that needs another password
     * than the one around it.
     */
    private Optional<ZipContents> inner(ByteSource source, Secret password) throws IOException {
        ZipReader inner;
        try {
            inner = ZipReader.open(outer.file(), source, Names.HIDDEN, limits);
        } catch (NotAnArchive e) {
            return Optional.empty();
        }
        try {
            return Optional.of(inner.needsPassword() ? inner.open(password) : inner.open());
        } catch (WrongPassword e) {
            inner.close();
            return Optional.empty();
        } catch (IOException | RuntimeException e) {
            inner.close();
            throw e;
        }
    }

    /** A file of another kind after all, if its code is right. */
    private static OpenedZip asItIs(ZipContents around, LayeredContents.Check check)
            throws IOException {
        check.run(ProgressListener.none(), CancelToken.never());
        return around;
    }

    @Override
    public boolean isPastCache() {
        return outer.isPastCache();
    }

    @Override
    public long bytesBehind() {
        return outer.bytesBehind();
    }

    @Override
    public List<Boolean> mayBeOpenedBy(List<Secret> passwords) throws IOException {
        return outer.mayBeOpenedBy(passwords);
    }

    @Override
    public void close() throws IOException {
        outer.close();
    }
}
