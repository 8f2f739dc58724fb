package app.lacuna.io;

import app.lacuna.error.VolumeMissing;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The parts of a split archive as one run of bytes; a position counts through all of them. */
public final class VolumeSource implements ByteSource {
    private final List<String> names;
    private final JoinedSource parts;

    /**
     * A part of a split archive.
     *
     * @param bytes perhaps of a part that is not there
     */
    public record Part(String name, ByteSource bytes) {}

    /** Takes the sources over. */
    public VolumeSource(List<Part> parts) throws IOException {
        this.names = parts.stream().map(Part::name).toList();
        this.parts = new JoinedSource(parts.stream().map(Part::bytes).toList());
    }

    /**
     * @throws VolumeMissing if one of the files is not there
     */
    public VolumeSource(List<Path> files, FileSources.Way way) throws IOException {
        this(opened(files, way));
    }

    private static List<Part> opened(List<Path> files, FileSources.Way way) throws IOException {
        List<Part> parts = new ArrayList<>();
        try {
            for (Path file : files) {
                String name = file.getFileName().toString();
                if (!Files.isRegularFile(file)) {
                    throw new VolumeMissing(name, VolumeMissing.Trouble.NOT_THERE);
                }
                parts.add(new Part(name, FileSources.open(file, way)));
            }
            return parts;
        } catch (IOException e) {
            for (Part part : parts) {
                part.bytes().close();
            }
            throw e;
        }
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        return parts.read(into, position);
    }

    @Override
    public boolean isThere(long position, long length) {
        return parts.isThere(position, length);
    }

    @Override
    public long size() {
        return parts.size();
    }

    @Override
    public boolean isPastCache() {
        return parts.isPastCache();
    }

    @Override
    public int volumes() {
        return parts.count();
    }

    @Override
    public long volumeStart(int volume) {
        return parts.start(volume);
    }

    @Override
    public VolumeMissing swapped(int volume) {
        return new VolumeMissing(names.get(volume), VolumeMissing.Trouble.SWAPPED);
    }

    @Override
    public void close() throws IOException {
        parts.close();
    }
}
