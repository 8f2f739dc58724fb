package app.lacuna.bytes;

import app.lacuna.failure.VolumeMissing;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The parts of a split archive as one run of bytes; a position counts through all of them. */
public final class VolumeSource implements ByteSource {
    private final List<Path> names;
    private final List<ByteSource> parts = new ArrayList<>();
    private final List<Long> starts = new ArrayList<>();
    private long size;

    /**
     * @throws VolumeMissing if one of the files is not there
     */
    public VolumeSource(List<Path> names, FileSources.Way way) throws IOException {
        this.names = List.copyOf(names);
        try {
            for (Path name : names) {
                if (!Files.isRegularFile(name)) {
                    throw new VolumeMissing(
                            name.getFileName().toString(), VolumeMissing.Trouble.NOT_THERE);
                }
                ByteSource part = FileSources.open(name, way);
                parts.add(part);
                starts.add(size);
                size += part.size();
            }
        } catch (IOException e) {
            close();
            throw e;
        }
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        if (position >= size) {
            return -1;
        }
        int volume = volumeAt(position);
        long offset = position - starts.get(volume);
        int wanted = (int) Math.min(into.remaining(), parts.get(volume).size() - offset);
        ByteBuffer window = into.duplicate().limit(into.position() + wanted);
        int count = parts.get(volume).read(window, offset);
        if (count > 0) {
            into.position(into.position() + count);
        }
        return count;
    }

    private int volumeAt(long position) {
        int volume = parts.size() - 1;
        while (starts.get(volume) > position) {
            volume--;
        }
        return volume;
    }

    @Override
    public long size() {
        return size;
    }

    @Override
    public boolean isPastCache() {
        return parts.stream().allMatch(ByteSource::isPastCache);
    }

    @Override
    public int volumes() {
        return parts.size();
    }

    @Override
    public long volumeStart(int volume) {
        return volume < starts.size() ? starts.get(volume) : -1;
    }

    @Override
    public VolumeMissing swapped(int volume) {
        return new VolumeMissing(
                names.get(volume).getFileName().toString(), VolumeMissing.Trouble.SWAPPED);
    }

    @Override
    public void close() throws IOException {
        IOException failure = null;
        for (ByteSource part : parts) {
            try {
                part.close();
            } catch (IOException e) {
                failure = e;
            }
        }
        if (failure != null) {
            throw failure;
        }
    }
}
