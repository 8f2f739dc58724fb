package app.lacuna.disc;

import app.lacuna.archive.iso.IsoImage;
import app.lacuna.common.CancelToken;
import app.lacuna.disc.DiscOrder.Form;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSources;
import app.lacuna.reedsolomon.RecoveryHeader;
import app.lacuna.reedsolomon.RecoveryHeader.SetId;
import app.lacuna.reedsolomon.RecoveryPlan;
import app.lacuna.reedsolomon.RecoveryWriter;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;

/**
 * Writes the images of a set of discs one after another: first those with a part of the archive,
 * {@link #add}, then with {@link #finish} what can only be known when all of them are there.
 */
public final class DiscSetWriter {
    private static final int BUFFER_BYTES = 1 << 18;

    private final DiscOrder order;
    private final Form form;
    private final int dataDiscs;
    private final Images images;
    private final LongConsumer onBytes;
    private final CancelToken cancel;
    private final SetId setId;
    private final String mark = SetMark.fresh();
    private final List<DiscFacts> facts = new ArrayList<>();
    private final List<FileChannel> channels = new ArrayList<>();
    private final List<Long> covered = new ArrayList<>();

    /** Gives an empty file for each image, and says where it is. */
    public interface Images {
        FileChannel add() throws IOException;

        /** Of the image that was added at this place, from 0. */
        Path file(int index);
    }

    /** What a disc has of the archive. */
    public record Part(String name, Path file, String sha256) {}

    /**
     * @param dataDiscs how many there will be, those for recovery not counted
     * @param onBytes told how many bytes have been written or read since it was told last
     */
    public DiscSetWriter(
            DiscOrder order,
            Form form,
            int dataDiscs,
            Images images,
            LongConsumer onBytes,
            CancelToken cancel) {
        this.order = order;
        this.form = form;
        this.dataDiscs = dataDiscs;
        this.images = images;
        this.onBytes = onBytes;
        this.cancel = cancel;
        SecureRandom random = new SecureRandom();
        this.setId = new SetId(random.nextLong(), random.nextLong());
    }

    private int count() {
        return dataDiscs + order.recovery().discs();
    }

    /** Of the disc that comes next. */
    public String nextArchiveName() {
        return order.archiveName(channels.size() + 1, dataDiscs);
    }

    /**
     * The next disc.
     *
     * @param names of what is in its archive, or of everything; none if they are hidden
     */
    public void add(Part part, List<String> names) throws IOException {
        int number = channels.size() + 1;
        DiscFacts disc = order.facts(number, count(), form);
        if (order.recovery().kind() == Recovery.Kind.SCRATCHES) {
            addRepairing(disc, part, names);
            return;
        }
        boolean replaceable = order.recovery().discs() > 0;
        long core = contents(disc, part, names).finish(Optional.empty()).image().coreSize();
        Optional<Long> recovery =
                replaceable ? Optional.of(RecoveryPlan.bytesOnDataDisc(core)) : Optional.empty();
        DiscContents.Disc planned = contents(disc, part, names).finish(recovery);
        FileChannel channel = write(planned.image());
        take(disc, channel, planned.image());
    }

    /** As much recovery data as there is room for; how much it can do stands in the text on it. */
    private void addRepairing(DiscFacts disc, Part part, List<String> names) throws IOException {
        IsoImage without = contents(disc, part, names).finish(Optional.empty()).image();
        Optional<RecoveryHeader> plan = within(disc, without.coreSize());
        if (plan.isEmpty()) {
            take(disc, write(without), without);
            return;
        }
        DiscFacts repairing = disc.repairing(plan.get().longestScratchBytes());
        IsoImage image = finished(repairing, part, names, plan.get());
        if (image.coreSize() != without.coreSize()) {
            plan = within(disc, image.coreSize());
            repairing = disc.repairing(plan.orElseThrow().longestScratchBytes());
            image = finished(repairing, part, names, plan.get());
        }
        FileChannel channel = write(image);
        new RecoveryWriter(plan.get(), channel, onBytes, cancel).ofThisDisc();
        take(repairing, channel, image);
    }

    private Optional<RecoveryHeader> within(DiscFacts disc, long core) {
        long room = DiscRoom.usable(order.kind()) - core;
        return RecoveryPlan.withinDisc(setId, disc.number(), disc.count(), core, room);
    }

    private IsoImage finished(DiscFacts disc, Part part, List<String> names, RecoveryHeader plan)
            throws IOException {
        return contents(disc, part, names).finish(Optional.of(plan.fileBytes())).image();
    }

    private DiscContents contents(DiscFacts disc, Part part, List<String> names)
            throws IOException {
        DiscContents contents = new DiscContents(disc, order).ofSet(mark);
        contents.addArchive(part.name(), part.file(), part.sha256());
        if (!names.isEmpty()) {
            contents.addNames(names);
        }
        return contents;
    }

    private FileChannel write(IsoImage image) throws IOException {
        FileChannel channel = images.add();
        OutputStream out =
                new BufferedOutputStream(Channels.newOutputStream(channel), BUFFER_BYTES);
        image.writeTo(out, onBytes, cancel);
        out.flush();
        return channel;
    }

    private void take(DiscFacts disc, FileChannel channel, IsoImage image) throws IOException {
        facts.add(disc);
        channels.add(channel);
        covered.add(image.coreSize());
        extend(channel, image.size());
    }

    /** Behind the last file there is nothing, up to where the image says that it ends. */
    private static void extend(FileChannel channel, long size) throws IOException {
        if (channel.size() < size) {
            channel.write(ByteBuffer.wrap(new byte[1]), size - 1);
        }
    }

    /**
     * Recovery data of the whole set, if there is to be any.
     *
     * @return what is on each disc, those for recovery last
     */
    public List<DiscFacts> finish() throws IOException {
        if (channels.size() != dataDiscs) {
            throw new IllegalStateException("discs are missing");
        }
        int parity = order.recovery().discs();
        if (parity > 0) {
            for (int disc = 1; disc <= dataDiscs; disc++) {
                RecoveryHeader header = RecoveryPlan.ofSet(setId, disc, covered, parity);
                new RecoveryWriter(header, channels.get(disc - 1), onBytes, cancel).ofASet();
            }
            writeRecoveryDiscs(parity);
        }
        return List.copyOf(facts);
    }

    private void writeRecoveryDiscs(int parity) throws IOException {
        List<ByteSource> sources = new ArrayList<>();
        try {
            for (int index = 0; index < dataDiscs; index++) {
                sources.add(
                        FileSources.open(images.file(index), FileSources.Way.AS_THE_SYSTEM_LIKES));
            }
            for (int number = 1; number <= parity; number++) {
                writeRecoveryDisc(number, parity, sources);
            }
        } finally {
            for (ByteSource source : sources) {
                source.close();
            }
        }
    }

    private void writeRecoveryDisc(int number, int parity, List<ByteSource> sources)
            throws IOException {
        DiscFacts disc = order.facts(dataDiscs + number, count(), form);
        long bytes = RecoveryPlan.forSet(setId, number, covered, parity, 0).fileBytes();
        DiscContents.Disc planned =
                new DiscContents(disc, order).ofSet(mark).finish(Optional.of(bytes));
        FileChannel channel = write(planned.image());
        long sector = planned.recovery().orElseThrow().position() / DiscKind.SECTOR_BYTES;
        RecoveryHeader header = RecoveryPlan.forSet(setId, number, covered, parity, sector);
        new RecoveryWriter(header, channel, onBytes, cancel).forASet(sources);
        facts.add(disc);
        channels.add(channel);
        extend(channel, planned.image().size());
    }
}
