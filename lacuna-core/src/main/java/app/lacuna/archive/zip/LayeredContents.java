package app.lacuna.archive.zip;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Spelling;
import app.lacuna.common.Stage;
import app.lacuna.io.PinnedSource;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;

/** What was inside the one entry of an archive with hidden names. */
final class LayeredContents extends OpenedZip {
    private final Listing outside;
    private final ZipContents around;
    private final ZipContents inner;
    private final Check check;
    private final Listing listing;

    private LayeredContents(
            LayeredZipReader reader, ZipContents around, ZipContents inner, Check check) {
        this.outside = reader.outside();
        this.around = around;
        this.inner = inner;
        this.check = check;
        Protection layer = outside.entries().get(0).protection();
        this.listing =
                outside.with(
                        Names.HIDDEN,
                        inner.listing().entries().stream()
                                .map(entry -> protectedBy(layer, entry))
                                .toList());
    }

    static LayeredContents unchecked(
            LayeredZipReader reader, ZipContents around, ZipContents inner, Check check) {
        return new LayeredContents(reader, around, inner, check);
    }

    /** All of it has been read, which has checked it. */
    static LayeredContents checked(LayeredZipReader reader, ZipContents around, ZipContents inner) {
        return new LayeredContents(reader, around, inner, new Check());
    }

    /** Holds everything against the one authentication code, once. */
    static final class Check {
        private final @Nullable ZipContents around;
        private final @Nullable PinnedSource ciphertext;
        private volatile boolean done;

        Check(ZipContents around, PinnedSource ciphertext) {
            this.around = around;
            this.ciphertext = ciphertext;
        }

        /** It has been held against it. */
        private Check() {
            around = null;
            ciphertext = null;
            done = true;
        }

        void run(ProgressListener listener, CancelToken cancel) throws IOException {
            if (done) {
                return;
            }
            ZipContents archive = requireNonNull(around);
            ArchiveEntry only = archive.listing().entries().get(0);
            ProgressMeter meter = new ProgressMeter(listener, Stage.CHECKING, only.size(), 1);
            PinnedSource.Pinning pinning = requireNonNull(ciphertext).pin();
            archive.authenticate(
                    only,
                    (bytes, count) -> {
                        cancel.check();
                        pinning.accept(bytes, count);
                        meter.addBytes(count);
                    });
            pinning.finish();
            meter.finish();
            done = true;
        }
    }

    /** Nothing of it can be read without the password, whatever it says of itself. */
    private static ArchiveEntry protectedBy(Protection layer, ArchiveEntry entry) {
        return new ArchiveEntry(
                entry.index(),
                entry.path(),
                entry.kind(),
                entry.size(),
                entry.packedSize(),
                entry.modified(),
                entry.permissions(),
                layer,
                entry.method(),
                OptionalInt.empty());
    }

    @Override
    public Listing listing() {
        return listing;
    }

    @Override
    public Listing outside() {
        return outside;
    }

    @Override
    public Spelling spelling() {
        return around.spelling();
    }

    @Override
    ZipContents contents() {
        return inner;
    }

    @Override
    byte[] note() {
        return around.note();
    }

    /** There is one entry, and checking it checks everything. */
    @Override
    public void confirmPassword(CancelToken cancel) throws IOException {
        if (!around.isPasswordConfirmed()) {
            check(ProgressListener.none(), cancel);
        }
    }

    @Override
    public boolean isChecked() {
        return check.done;
    }

    @Override
    public void check(ProgressListener listener, CancelToken cancel) throws IOException {
        check.run(listener, cancel);
    }

    @Override
    public void prepare(List<ArchiveEntry> next) throws IOException {
        if (inner.reader().needsPassword()) {
            inner.prepare(next.stream().map(this::inside).toList());
        }
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        return inner.open(inside(entry));
    }

    /** The same entry as the archive inside lists it. */
    private ArchiveEntry inside(ArchiveEntry entry) {
        List<ArchiveEntry> entries = listing.entries();
        if (entry.index() >= entries.size() || !entries.get(entry.index()).equals(entry)) {
            throw new IllegalArgumentException("not an entry of this archive");
        }
        return inner.listing().entries().get(entry.index());
    }

    @Override
    public void close() {
        try {
            inner.reader().close();
        } catch (IOException e) {
            // it only wipes its key: the file belongs to the archive around it
        }
        inner.close();
        around.close();
    }
}
