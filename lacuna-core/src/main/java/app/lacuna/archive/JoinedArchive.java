package app.lacuna.archive;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.selection.ItemKind;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Archives with one password, each complete, read as if they were one. Closing it closes all. */
public final class JoinedArchive implements ArchiveReader {
    private final List<ArchiveReader> readers;
    private final Listing outside;

    /**
     * @param readers at least one
     */
    public JoinedArchive(List<? extends ArchiveReader> readers) {
        this.readers = List.copyOf(readers);
        this.outside = joined(this.readers.stream().map(ArchiveReader::outside).toList());
    }

    /**
     * @param archive which of them it is in
     * @param entry as it stands there
     */
    private record Place(int archive, ArchiveEntry entry) {}

    /** The entries of all; a folder that is in several of them once. */
    private static List<Place> places(List<Listing> listings) {
        List<Place> places = new ArrayList<>();
        Set<String> folders = new HashSet<>();
        for (int archive = 0; archive < listings.size(); archive++) {
            for (ArchiveEntry entry : listings.get(archive).entries()) {
                if (entry.kind() != ItemKind.FOLDER || folders.add(entry.path())) {
                    places.add(new Place(archive, entry));
                }
            }
        }
        return places;
    }

    /** Numbered through. */
    private static Listing joined(List<Listing> listings) {
        List<ArchiveEntry> entries = new ArrayList<>();
        for (Place place : places(listings)) {
            entries.add(numbered(place.entry(), entries.size()));
        }
        Listing last = listings.get(listings.size() - 1);
        return new Listing(
                last.archive(),
                listings.stream().mapToLong(Listing::archiveBytes).sum(),
                listings.size(),
                last.comment(),
                last.names(),
                entries);
    }

    private static ArchiveEntry numbered(ArchiveEntry entry, int index) {
        return new ArchiveEntry(
                index,
                entry.path(),
                entry.kind(),
                entry.size(),
                entry.packedSize(),
                entry.modified(),
                entry.permissions(),
                entry.protection(),
                entry.method(),
                entry.checksum());
    }

    @Override
    public Listing outside() {
        return outside;
    }

    @Override
    public OpenedArchive open() throws IOException {
        return opened(ArchiveReader::open);
    }

    @Override
    public OpenedArchive open(Secret password) throws IOException {
        return opened(reader -> reader.open(password));
    }

    private interface Opening {
        OpenedArchive open(ArchiveReader reader) throws IOException;
    }

    private OpenedArchive opened(Opening opening) throws IOException {
        List<OpenedArchive> opened = new ArrayList<>();
        try {
            for (ArchiveReader reader : readers) {
                opened.add(opening.open(reader));
            }
            return new Opened(opened);
        } catch (IOException | RuntimeException e) {
            closeAll(opened);
            throw e;
        }
    }

    /** Where the first is opened, the others are too. */
    @Override
    public List<Boolean> mayBeOpenedBy(List<Secret> passwords) throws IOException {
        for (ArchiveReader reader : readers) {
            if (reader.needsPassword()) {
                return reader.mayBeOpenedBy(passwords);
            }
        }
        return readers.get(0).mayBeOpenedBy(passwords);
    }

    @Override
    public void close() throws IOException {
        closeAll(readers);
    }

    private static void closeAll(List<? extends Closeable> all) throws IOException {
        IOException failure = null;
        for (Closeable one : all) {
            try {
                one.close();
            } catch (IOException e) {
                failure = e;
            }
        }
        if (failure != null) {
            throw failure;
        }
    }

    private static final class Opened implements OpenedArchive {
        private final List<OpenedArchive> archives;
        private final List<Place> places;
        private final Listing listing;

        Opened(List<OpenedArchive> archives) {
            this.archives = archives;
            this.listing = joined(archives.stream().map(OpenedArchive::listing).toList());
            this.places = places(archives.stream().map(OpenedArchive::listing).toList());
        }

        private Place place(ArchiveEntry entry) {
            boolean known =
                    entry.index() < listing.entries().size()
                            && listing.entries().get(entry.index()) == entry;
            if (!known) {
                throw new IllegalArgumentException("not of this archive");
            }
            return places.get(entry.index());
        }

        @Override
        public Listing listing() {
            return listing;
        }

        @Override
        public Listing outside() {
            return joined(archives.stream().map(OpenedArchive::outside).toList());
        }

        @Override
        public Spelling spelling() {
            return archives.get(0).spelling();
        }

        @Override
        public void confirmPassword(CancelToken cancel) throws IOException {
            for (OpenedArchive archive : archives) {
                archive.confirmPassword(cancel);
            }
        }

        @Override
        public boolean isChecked() {
            return archives.stream().allMatch(OpenedArchive::isChecked);
        }

        @Override
        public void check(ProgressListener listener, CancelToken cancel) throws IOException {
            for (OpenedArchive archive : archives) {
                archive.check(listener, cancel);
            }
        }

        @Override
        public void prepare(List<ArchiveEntry> next) throws IOException {
            List<List<ArchiveEntry>> shares = shares(next);
            for (int i = 0; i < shares.size(); i++) {
                if (!shares.get(i).isEmpty()) {
                    archives.get(i).prepare(shares.get(i));
                }
            }
        }

        @Override
        public void expect(List<ArchiveEntry> coming) {
            List<List<ArchiveEntry>> shares = shares(coming);
            for (int i = 0; i < shares.size(); i++) {
                archives.get(i).expect(shares.get(i));
            }
        }

        private List<List<ArchiveEntry>> shares(List<ArchiveEntry> entries) {
            List<List<ArchiveEntry>> shares = new ArrayList<>();
            archives.forEach(archive -> shares.add(new ArrayList<>()));
            for (ArchiveEntry entry : entries) {
                Place place = place(entry);
                shares.get(place.archive()).add(place.entry());
            }
            return shares;
        }

        @Override
        public InputStream open(ArchiveEntry entry) throws IOException {
            Place place = place(entry);
            return archives.get(place.archive()).open(place.entry());
        }

        @Override
        public void close() throws IOException {
            closeAll(archives);
        }
    }
}
