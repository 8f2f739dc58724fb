package app.lacuna.archive.tar;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Spelling;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.selection.FileDetails;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.Closeable;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A TAR archive whose list is known. Whatever is around it has been checked already or checks
 * itself.
 */
final class TarArchive implements OpenedArchive {
    static final String STORED = "stored";

    private static final int PERMISSIONS = 01777;

    private final TarBytes bytes;
    private final TarListing.Found listed;
    private final Listing outside;
    private final Listing listing;
    private final Spelling spelling;
    private final Closeable around;
    private final long[] starts;
    private final boolean checks;

    private Optional<DamagedArchive> outerDamage = Optional.empty();

    /**
     * @param outside what is seen of it without opening it
     * @param around closed with it
     */
    TarArchive(
            TarBytes bytes,
            TarListing.Found listed,
            Listing outside,
            Spelling spelling,
            String method,
            Closeable around) {
        this.bytes = bytes;
        this.listed = listed;
        this.outside = outside;
        this.spelling = spelling;
        this.around = around;
        this.starts = listed.all().stream().mapToLong(ListedEntry::start).sorted().toArray();
        boolean locked = outside.needsPassword();
        this.checks = locked || !method.equals(STORED);
        Protection protection = locked ? Protection.AES_256 : Protection.NONE;
        long total = Math.max(1, listed.all().stream().mapToLong(ListedEntry::stored).sum());
        double share = Math.min(1, (double) outside.archiveBytes() / total);
        List<ArchiveEntry> entries = new ArrayList<>(listed.visible());
        for (ListedEntry each : listed.all().subList(0, listed.visible())) {
            long packed = Math.min(each.stored(), (long) Math.ceil(each.stored() * share));
            entries.add(
                    new ArchiveEntry(
                            entries.size(),
                            each.path(),
                            each.kind(),
                            each.size(),
                            packed,
                            each.modified(),
                            permissions(each),
                            protection,
                            method,
                            OptionalInt.empty()));
        }
        this.listing = outside.with(locked ? Names.HIDDEN : Names.VISIBLE, entries);
    }

    private static int permissions(ListedEntry entry) {
        int bits = entry.mode() & PERMISSIONS;
        return entry.kind() == ItemKind.FOLDER ? bits : bits & ~FileItem.STICKY;
    }

    static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Override
    public Listing listing() {
        return listing;
    }

    TarArchive withOuterDamage(Optional<DamagedArchive> damage) {
        outerDamage = damage;
        return this;
    }

    @Override
    public Optional<DamagedArchive> outerDamage() {
        return outerDamage;
    }

    @Override
    public Listing outside() {
        return outside;
    }

    @Override
    public Spelling spelling() {
        return spelling;
    }

    @Override
    public void confirmPassword(CancelToken cancel) {
        // it has opened the list, which is authenticated
    }

    @Override
    public boolean isChecked() {
        return true;
    }

    /** A TAR by itself has checksums of its headers only. */
    @Override
    public boolean hasChecks() {
        return checks;
    }

    @Override
    public boolean isAnyOrder() {
        return bytes.isAnyOrder();
    }

    @Override
    public void check(ProgressListener listener, CancelToken cancel) {
        // see isChecked
    }

    private ListedEntry listed(ArchiveEntry entry) {
        boolean known =
                entry.index() < listing.entries().size()
                        && listing.entries().get(entry.index()) == entry;
        if (!known) {
            throw new IllegalArgumentException("not of this archive");
        }
        return listed.all().get(entry.index());
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        ListedEntry named = listed(entry);
        if (named.headers().isPresent() && named.kind() != ItemKind.FILE) {
            String target = named.headers().get().target();
            return new ByteArrayInputStream(bytes(named.kind() == ItemKind.LINK ? target : ""));
        }
        ListedEntry holder = holder(named);
        InputStream stream = from(holder);
        try {
            TarStream tar = new TarStream(stream, holder.start(), entry.path());
            TarEntry found = header(tar, holder);
            if (found.hardLink() && found.stored() == 0) {
                // the file that it is another name of is not in this archive
                throw new DamagedArchive(Damage.CONTENTS_MISSING, entry.path(), holder.start());
            }
            if (found.kind().equals(Optional.of(ItemKind.LINK))) {
                stream.close();
                return new ByteArrayInputStream(bytes(found.target()));
            }
            return new Contents(tar.contents(), stream, entry, holder);
        } catch (IOException | RuntimeException e) {
            stream.close();
            throw asDamage(e, entry, holder);
        }
    }

    private ListedEntry holder(ListedEntry entry) {
        ListedEntry holder = entry;
        while (holder.linkedTo() >= 0) {
            holder = listed.all().get(holder.linkedTo());
        }
        return holder;
    }

    /** What lies behind the next entry is not read, so that small ones are read quickly. */
    private InputStream from(ListedEntry entry) throws IOException {
        int found = Arrays.binarySearch(starts, entry.start());
        boolean last = found < 0 || found + 1 == starts.length;
        return bytes.from(entry.start(), last ? Long.MAX_VALUE : starts[found + 1]);
    }

    private static TarEntry header(TarStream tar, ListedEntry listed) throws IOException {
        Optional<TarEntry> found = tar.next();
        boolean same =
                found.isPresent()
                        && found.get().path().equals(listed.path())
                        && found.get().kind().orElse(ItemKind.FILE) == listed.kind()
                        && found.get().stored() == listed.stored()
                        && found.get().modified().equals(listed.modified());
        if (!same) {
            throw new DamagedArchive(Damage.HEADERS_DISAGREE, listed.path(), listed.start());
        }
        return found.get();
    }

    @Override
    public FileDetails details(ArchiveEntry entry) throws IOException {
        ListedEntry named = listed(entry);
        if (named.headers().isPresent()) {
            return named.headers().get().details();
        }
        try (InputStream stream = from(named)) {
            TarEntry found = header(new TarStream(stream, named.start(), entry.path()), named);
            return found.details();
        } catch (IOException | RuntimeException e) {
            throw asDamage(e, entry, named);
        }
    }

    @Override
    public Optional<String> linkedTo(ArchiveEntry entry) {
        int first = listed(entry).linkedTo();
        return first < 0 ? Optional.empty() : Optional.of(listed.all().get(first).path());
    }

    private static IOException asDamage(Exception e, ArchiveEntry entry, ListedEntry listed) {
        if (e instanceof LacunaException known) {
            return known;
        }
        DamagedArchive damaged =
                new DamagedArchive(Damage.COMPRESSED_DATA, entry.path(), listed.start());
        damaged.initCause(e);
        return damaged;
    }

    /** What fails below is damage of this entry. */
    private static final class Contents extends FilterInputStream {
        private final InputStream stream;
        private final ArchiveEntry entry;
        private final ListedEntry listed;

        Contents(InputStream in, InputStream stream, ArchiveEntry entry, ListedEntry listed) {
            super(in);
            this.stream = stream;
            this.entry = entry;
            this.listed = listed;
        }

        @Override
        public int read() throws IOException {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            try {
                return in.read(into, offset, length);
            } catch (IOException | RuntimeException e) {
                throw asDamage(e, entry, listed);
            }
        }

        @Override
        public void close() throws IOException {
            stream.close();
        }
    }

    @Override
    public void close() throws IOException {
        bytes.close();
        around.close();
    }
}
