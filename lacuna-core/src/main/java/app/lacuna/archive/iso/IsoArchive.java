package app.lacuna.archive.iso;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** The files of an image, read like an archive without a password. The image stays the caller's. */
public final class IsoArchive implements ArchiveReader {
    private static final String METHOD = "stored";

    private final IsoReader disc;
    private final Listing listing;

    /**
     * @param file that the image is in
     */
    public IsoArchive(Path file, long bytes, IsoReader disc) {
        this.disc = disc;
        List<ArchiveEntry> entries = new ArrayList<>();
        for (IsoEntry entry : disc.entries()) {
            long size = entry.target().map(IsoArchive::length).orElse(entry.size());
            entries.add(
                    new ArchiveEntry(
                            entries.size(),
                            entry.path(),
                            entry.kind(),
                            size,
                            size,
                            entry.modified(),
                            entry.permissions().orElse(FileItem.NO_PERMISSIONS),
                            Protection.NONE,
                            METHOD,
                            OptionalInt.empty()));
        }
        this.listing = new Listing(file, bytes, 1, "", Names.VISIBLE, entries);
    }

    private static long length(String target) {
        return target.getBytes(StandardCharsets.UTF_8).length;
    }

    @Override
    public Listing outside() {
        return listing;
    }

    @Override
    public OpenedArchive open() {
        return new Opened();
    }

    @Override
    public OpenedArchive open(Secret password) {
        return new Opened();
    }

    @Override
    public List<Boolean> mayBeOpenedBy(List<Secret> passwords) {
        return passwords.stream().map(any -> true).toList();
    }

    @Override
    public void close() {
        // the image is the caller's
    }

    private final class Opened implements OpenedArchive {
        @Override
        public Listing listing() {
            return listing;
        }

        @Override
        public Spelling spelling() {
            return Spelling.AS_TYPED;
        }

        @Override
        public void confirmPassword(CancelToken cancel) {
            // there is none
        }

        @Override
        public boolean isChecked() {
            return true;
        }

        @Override
        public boolean hasChecks() {
            return false;
        }

        @Override
        public Optional<DamagedArchive> outerDamage() throws IOException {
            return disc.isCut()
                    ? Optional.of(new DamagedArchive(Damage.CUT_SHORT, "", listing.archiveBytes()))
                    : Optional.empty();
        }

        @Override
        public void check(ProgressListener listener, CancelToken cancel) {
            // an image has nothing to check its files by
        }

        @Override
        public InputStream open(ArchiveEntry entry) throws IOException {
            if (entry != listing.entries().get(entry.index())) {
                throw new IllegalArgumentException("not of this archive");
            }
            IsoEntry file = disc.entries().get(entry.index());
            return file.kind() == ItemKind.FILE
                    ? disc.open(file)
                    : new ByteArrayInputStream(
                            file.target().orElse("").getBytes(StandardCharsets.UTF_8));
        }

        @Override
        public void close() {
            // nothing is kept
        }
    }
}
