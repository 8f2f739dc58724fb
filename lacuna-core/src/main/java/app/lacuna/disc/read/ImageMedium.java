package app.lacuna.disc.read;

import app.lacuna.archive.iso.IsoEntry;
import app.lacuna.archive.iso.IsoReader;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import app.lacuna.io.JoinedSource;
import app.lacuna.io.WindowSource;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The image of a disc. */
public final class ImageMedium implements Medium {
    private final Path file;
    private final ByteSource source;
    private final IsoReader disc;
    private final String mark;

    private ImageMedium(Path file, ByteSource source, IsoReader disc) {
        this.file = file;
        this.source = source;
        this.disc = disc;
        this.mark = readableMark();
    }

    /** A disc whose mark cannot be read is told by its label and time. */
    private String readableMark() {
        try {
            return mark();
        } catch (IOException e) {
            return "";
        }
    }

    /**
     * @throws app.lacuna.error.DamagedArchive if its descriptors or directories make no sense
     */
    public static ImageMedium open(Path file) throws IOException {
        ByteSource source = new FileSource(file);
        try {
            return new ImageMedium(file, source, IsoReader.open(source));
        } catch (IOException | RuntimeException e) {
            source.close();
            throw e;
        }
    }

    @Override
    public Path path() {
        return file;
    }

    @Override
    public Identity identity() {
        boolean alone = disc.count() <= 1 && disc.set().isEmpty();
        return new Identity(
                disc.set().isEmpty() ? disc.label() : disc.set(),
                alone ? 1 : disc.number(),
                alone ? 1 : disc.count(),
                disc.made(),
                mark);
    }

    /** Everything on it, by whatever program it was written. */
    public IsoReader disc() {
        return disc;
    }

    @Override
    public List<String> files() {
        return disc.entries().stream()
                .filter(entry -> entry.kind() == ItemKind.FILE && entry.path().indexOf('/') < 0)
                .map(IsoEntry::path)
                .toList();
    }

    @Override
    public ByteSource open(String name) throws IOException {
        IsoEntry entry =
                disc.entries().stream()
                        .filter(any -> any.path().equals(name))
                        .findFirst()
                        .orElseThrow();
        List<ByteSource> extents = new ArrayList<>();
        for (IsoEntry.Extent extent : entry.extents()) {
            extents.add(new WindowSource(source, extent.position(), extent.length()));
        }
        return extents.size() == 1 ? extents.get(0) : new JoinedSource(extents);
    }

    @Override
    public void close() throws IOException {
        source.close();
    }
}
