package app.lacuna.archive.zip;

import app.lacuna.archive.VolumeTarget;
import app.lacuna.error.TooManyParts;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;

/**
 * Writes a split archive (APPNOTE.TXT 8.5): parts of one size, the last as long as it gets. Data
 * goes on from one part to the next, headers are never cut. Positions count through all parts.
 */
final class VolumeOutput implements ZipOutput {
    private record Volume(FileChannel channel, long start) {}

    private final VolumeTarget target;
    private final long volumeBytes;
    private final List<Volume> volumes = new ArrayList<>();
    private ChannelOutput current;

    /**
     * @param volumeBytes at least {@link VolumeNames#MIN_BYTES}
     */
    VolumeOutput(VolumeTarget target, long volumeBytes) throws IOException {
        if (volumeBytes < VolumeNames.MIN_BYTES) {
            throw new IllegalArgumentException("parts are too small");
        }
        this.target = target;
        this.volumeBytes = volumeBytes;
        next();
        write(marker(ZipConstants.DATA_DESCRIPTOR)); // 8.5.3: the same four bytes
    }

    private static byte[] marker(int signature) {
        return ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt(signature).array();
    }

    private void next() throws IOException {
        if (volumes.size() == VolumeNames.MAX_VOLUMES) {
            throw new TooManyParts(VolumeNames.MAX_VOLUMES);
        }
        long start = volumes.isEmpty() ? 0 : position();
        if (current != null) {
            current.flush();
        }
        FileChannel channel = target.add();
        volumes.add(new Volume(channel, start));
        current = new ChannelOutput(channel, 0);
    }

    private Volume last() {
        return volumes.get(volumes.size() - 1);
    }

    private long room() {
        return volumeBytes - current.position();
    }

    @Override
    public long position() {
        return last().start() + current.position();
    }

    @Override
    public void write(byte[] bytes, int offset, int length) throws IOException {
        int done = 0;
        while (done < length) {
            if (room() == 0) {
                next();
            }
            int count = (int) Math.min(length - done, room());
            current.write(bytes, offset + done, count);
            done += count;
        }
    }

    @Override
    public void keepTogether(int length) throws IOException {
        if (room() < length) {
            next();
        }
    }

    @Override
    public Place place(long at) {
        int volume = volumes.size() - 1;
        while (volumes.get(volume).start() > at) {
            volume--;
        }
        return new Place(volume, at - volumes.get(volume).start());
    }

    @Override
    public boolean canGoBack() {
        return true;
    }

    /** What is patched was kept together. */
    @Override
    public void patch(long position, byte[] bytes) throws IOException {
        Place place = place(position);
        if (place.volume() == volumes.size() - 1) {
            current.patch(place.offset(), bytes);
            return;
        }
        ByteBuffer patch = ByteBuffer.wrap(bytes);
        while (patch.hasRemaining()) {
            volumes.get(place.volume()).channel().write(patch, place.offset() + patch.position());
        }
    }

    @Override
    public void truncate(long position) throws IOException {
        Place place = place(position);
        if (place.volume() < volumes.size() - 1) {
            while (volumes.size() - 1 > place.volume()) {
                volumes.remove(volumes.size() - 1);
                target.removeLast();
            }
            current = new ChannelOutput(last().channel(), last().channel().size());
        }
        current.truncate(place.offset());
    }

    @Override
    public void flush() throws IOException {
        current.flush();
    }

    @Override
    public void finish() throws IOException {
        if (volumes.size() == 1) {
            patch(0, marker(ZipConstants.ONE_VOLUME));
        }
        flush();
    }
}
