package app.lacuna.disc.read;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.JoinedArchive;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.iso.IsoArchive;
import app.lacuna.archive.iso.IsoReader;
import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.disc.DiscContents;
import app.lacuna.disc.DiscOrder;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.DiscMissing;
import app.lacuna.error.DiscsDoNotBelong;
import app.lacuna.error.NotAnArchive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import app.lacuna.io.MissingSource;
import app.lacuna.io.VolumeSource;
import app.lacuna.io.VolumeSource.Part;
import app.lacuna.reedsolomon.RecoveryFinder;
import app.lacuna.reedsolomon.RecoveryHeader;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.IntStream;

/**
 * Discs of one set, in whatever order they were given, and perhaps not all of them. The archives
 * that are opened from it are closed before it.
 */
public final class DiscSet implements Closeable {
    /** A part of which only the size is missing is as long as the others, or has any length. */
    private static final long ANY_LENGTH = 1L << 42;

    private final List<Medium> media;
    private final String label;
    private final int count;

    private DiscSet(List<Medium> media, String label, int count) {
        this.media = media;
        this.label = label;
        this.count = count;
    }

    /** Whether this can be a disc: the image of one, or a folder. */
    public static boolean isDisc(Path path) throws IOException {
        if (Files.isDirectory(path)) {
            return true;
        }
        if (!Files.isRegularFile(path)) {
            return false;
        }
        try (FileSource source = new FileSource(path)) {
            return IsoReader.isImage(source);
        }
    }

    /** Whether it is a folder with what is on a disc of ours. */
    public static boolean isMounted(Path folder) {
        return Files.isRegularFile(folder.resolve(DiscContents.READ_ME))
                && Files.isRegularFile(folder.resolve(DiscContents.CHECKSUMS));
    }

    /**
     * @param paths of images, or of folders where discs are mounted
     * @throws NotAnArchive if one of them is no disc
     * @throws DiscsDoNotBelong if they are not of one set
     */
    public static DiscSet open(List<Path> paths) throws IOException {
        List<Medium> media = new ArrayList<>();
        try {
            for (Path path : paths) {
                media.add(medium(path));
            }
            Medium.Identity first = media.get(0).identity();
            int count = 0;
            for (Medium medium : media) {
                Medium.Identity other = medium.identity();
                boolean sameCount = count == 0 || other.count() == 0 || other.count() == count;
                if (!other.isOfSameSetAs(first) || !sameCount) {
                    throw new DiscsDoNotBelong(first.label(), other.label());
                }
                count = Math.max(count, other.count());
            }
            media.sort(Comparator.comparingInt(medium -> medium.identity().number()));
            return new DiscSet(media, first.label(), count);
        } catch (IOException | RuntimeException e) {
            for (Medium medium : media) {
                medium.close();
            }
            throw e;
        }
    }

    private static Medium medium(Path path) throws IOException {
        if (!Files.exists(path)) {
            throw new NoSuchFileException(path.toString());
        }
        if (!isDisc(path)) {
            throw new NotAnArchive(path);
        }
        return Files.isDirectory(path) ? FolderMedium.open(path) : ImageMedium.open(path);
    }

    /** What the set is called. */
    public String label() {
        return label;
    }

    /** Where those are that are there. */
    List<Path> paths() {
        return media.stream().map(Medium::path).toList();
    }

    /** How many discs it has, 0 if that is not known. */
    public int count() {
        return count;
    }

    /** The numbers of the discs that are there. */
    public List<Integer> present() {
        return media.stream().map(medium -> medium.identity().number()).distinct().toList();
    }

    /**
     * The numbers of those with a part of the archive that are not there, as far as it is known how
     * many there should be. Discs for recovery come behind them.
     */
    public List<Integer> missing() throws IOException {
        List<Integer> present = present();
        return IntStream.rangeClosed(1, dataDiscs())
                .filter(number -> !present.contains(number))
                .boxed()
                .toList();
    }

    /** How many discs have a part of the archive, told by its names; otherwise all. */
    private int dataDiscs() throws IOException {
        for (Medium medium : media) {
            for (String name : medium.files()) {
                OptionalInt alone = DiscOrder.countIn(name);
                if (alone.isPresent()) {
                    return alone.getAsInt();
                }
                if (isLastPart(name)) {
                    return volumes(new Place(medium, name));
                }
            }
        }
        for (Medium medium : media) {
            OptionalInt told = dataDiscs(medium);
            if (told.isPresent()) {
                return told.getAsInt();
            }
        }
        return count;
    }

    /** As the recovery data of a set says it. */
    private static OptionalInt dataDiscs(Medium medium) throws IOException {
        if (!medium.files().contains(DiscContents.RECOVERY)) {
            return OptionalInt.empty();
        }
        try (ByteSource file = medium.open(DiscContents.RECOVERY)) {
            return RecoveryFinder.ofFile(file)
                    .filter(header -> header.kind() != RecoveryHeader.Kind.THIS_DISC)
                    .map(header -> OptionalInt.of(header.dataShards()))
                    .orElse(OptionalInt.empty());
        }
    }

    /** Whether what is on these discs is of use only together with others. */
    boolean needsOthers() throws IOException {
        if (!isOurs() || count == 1) {
            return false;
        }
        boolean some = false;
        for (Medium medium : media) {
            for (String name : medium.files()) {
                some |= isLastPart(name) && volumes(new Place(medium, name)) == 1;
            }
        }
        return !some;
    }

    static boolean isLastPart(String name) {
        return name.toLowerCase(Locale.ROOT).endsWith(".zip");
    }

    /** Whether somebody has put an archive there with what belongs to it on a disc. */
    private boolean isOurs() throws IOException {
        for (Medium medium : media) {
            List<String> files = medium.files();
            if (!files.contains(DiscContents.READ_ME) || !files.contains(DiscContents.CHECKSUMS)) {
                return false;
            }
        }
        return true;
    }

    private static boolean isPart(String name) {
        return isLastPart(name) || VolumeNames.numberOf(name).isPresent();
    }

    /** The part of an archive on a disc. */
    private record Place(Medium medium, String name) {}

    /**
     * What is in the archives of these discs, as one; or, if nobody has put an archive on them that
     * way, the files of an image themselves. The caller closes the reader, and then this.
     *
     * @throws DiscMissing if a disc is needed for that and is not there
     * @throws NotAnArchive if there is nothing to open
     */
    public ArchiveReader open(Limits limits, Nested nested) throws IOException {
        if (!isOurs()) {
            return asItIs(limits);
        }
        Map<String, List<Place>> archives = new LinkedHashMap<>();
        for (Medium medium : media) {
            for (String name : medium.files()) {
                if (isPart(name)) {
                    archives.computeIfAbsent(stem(name), stem -> new ArrayList<>())
                            .add(new Place(medium, name));
                }
            }
        }
        if (archives.isEmpty()) {
            // A disc for recovery alone: the archive is on the others.
            throw new DiscMissing(label, missing().isEmpty() ? 1 : missing().get(0), count);
        }
        return joined(archives.values(), limits, nested);
    }

    private static String stem(String name) {
        return name.substring(0, name.lastIndexOf('.')).toLowerCase(Locale.ROOT);
    }

    private ArchiveReader joined(Collection<List<Place>> archives, Limits limits, Nested nested)
            throws IOException {
        List<ArchiveReader> readers = new ArrayList<>();
        try {
            for (List<Place> archive : archives) {
                readers.add(open(archive, limits, nested));
            }
            return readers.size() == 1 ? readers.get(0) : new JoinedArchive(readers);
        } catch (IOException | RuntimeException e) {
            for (ArchiveReader reader : readers) {
                reader.close();
            }
            throw e;
        }
    }

    private ArchiveReader asItIs(Limits limits) throws IOException {
        Medium first = media.get(0);
        if (!(first instanceof ImageMedium image) || media.size() > 1) {
            throw new NotAnArchive(first.path());
        }
        IsoArchive reader = new IsoArchive(first.path(), Files.size(first.path()), image.disc());
        limits.check(reader.outside());
        return reader;
    }

    private ArchiveReader open(List<Place> places, Limits limits, Nested nested)
            throws IOException {
        Map<Integer, Place> parts = new TreeMap<>();
        Optional<Place> last = Optional.empty();
        for (Place place : places) {
            OptionalInt number = VolumeNames.numberOf(place.name());
            if (number.isPresent()) {
                parts.putIfAbsent(number.getAsInt(), place);
            } else if (last.isEmpty()) {
                last = Optional.of(place);
            }
        }
        if (last.isEmpty()) {
            throw new DiscMissing(label, lastDisc(), count);
        }
        int volumes = volumes(last.get());
        Path file = last.get().medium().path();
        if (volumes == 1) {
            return ZipArchives.open(file, source(last.get()), limits, nested);
        }
        return ZipArchives.open(file, volumes(parts, last.get(), volumes), limits, nested);
    }

    /** The one with the end of the archive. Those for recovery come behind it. */
    private int lastDisc() throws IOException {
        TreeSet<Integer> missing = new TreeSet<>(missing());
        return missing.isEmpty() ? count : missing.last();
    }

    private int volumes(Place last) throws IOException {
        try (ByteSource source = source(last)) {
            long volumes = ZipArchives.volumes(last.medium().path(), source);
            if (volumes > VolumeNames.MAX_VOLUMES) {
                throw new DamagedArchive(Damage.DIRECTORY, "", source.size());
            }
            return (int) volumes;
        }
    }

    private VolumeSource volumes(Map<Integer, Place> parts, Place last, int volumes)
            throws IOException {
        long usual = ANY_LENGTH;
        for (Place place : parts.values()) {
            try (ByteSource source = source(place)) {
                usual = source.size();
            }
        }
        List<Part> all = new ArrayList<>();
        for (int number = 1; number < volumes; number++) {
            Place place = parts.get(number);
            all.add(
                    place == null
                            ? new Part("", missing(number, usual))
                            : new Part(place.name(), source(place)));
        }
        all.add(new Part(last.name(), source(last)));
        return new VolumeSource(all);
    }

    private ByteSource missing(int number, long size) {
        return new MissingSource(size, () -> new DiscMissing(label, number, count));
    }

    private static ByteSource source(Place place) throws IOException {
        return place.medium().open(place.name());
    }

    @Override
    public void close() throws IOException {
        for (Medium medium : media) {
            medium.close();
        }
    }
}
