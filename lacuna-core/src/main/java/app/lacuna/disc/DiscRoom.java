package app.lacuna.disc;

import app.lacuna.disc.DiscOrder.Form;
import app.lacuna.reedsolomon.RecoveryPlan;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;

/** How much of an archive goes onto a disc, beside what else is on it. */
public final class DiscRoom {
    /** Where files begin. */
    private static final long ALIGNED = 1 << 16;

    /** Of a hundred: a ring of two hundred megabytes on a DVD, a little less on a CD. */
    private static final int FOR_SCRATCHES = 5;

    private static final int MOST = 255;

    private final long onDataDisc;
    private final long onRecoveryDisc;

    private DiscRoom(long onDataDisc, long onRecoveryDisc) {
        this.onDataDisc = onDataDisc;
        this.onRecoveryDisc = onRecoveryDisc;
    }

    /**
     * @param namesOnAll the table of contents that is on every disc
     */
    public static DiscRoom beside(DiscOrder order, Form form, List<String> namesOnAll)
            throws IOException {
        Recovery one = order.recovery().discs() > 0 ? order.recovery() : Recovery.ONE_DISC;
        DiscOrder widest = order.withRecovery(one);
        DiscContents data =
                new DiscContents(widest.facts(MOST - one.discs(), MOST, form), order)
                        .addArchive(order.archiveName(MOST, MOST), 0, "0".repeat(64), DiscRoom::no);
        if (!namesOnAll.isEmpty()) {
            data.addNames(namesOnAll);
        }
        DiscContents recovery = new DiscContents(widest.facts(MOST, MOST, form), order);
        // Beside the archive's own alignment: the contents, and what a text may be longer.
        return new DiscRoom(size(data) + 3 * ALIGNED, size(recovery) + 2 * ALIGNED);
    }

    private static InputStream no() {
        return InputStream.nullInputStream();
    }

    private static long size(DiscContents contents) throws IOException {
        return contents.finish(Optional.empty()).image().coreSize();
    }

    /** What a name takes in the table of contents of a disc. */
    static long line(String name) {
        return 3L * name.length() + 2;
    }

    /** For the archive on a disc, in bytes; nothing or less if the disc is too small for any. */
    public long of(DiscKind kind, Recovery recovery) {
        long disc = usable(kind);
        return switch (recovery.kind()) {
            case NONE -> disc - onDataDisc;
            case SCRATCHES -> disc - onDataDisc - disc / 100 * FOR_SCRATCHES - ALIGNED;
            case DISCS -> covered(disc) - onDataDisc;
        };
    }

    /** Images end where a file could begin. */
    static long usable(DiscKind kind) {
        return kind.bytes() / ALIGNED * ALIGNED;
    }

    /** How much of a data disc a disc of the same size can replace. */
    private long covered(long disc) {
        long room = disc - onRecoveryDisc;
        long tables = RecoveryPlan.bytesOnDataDisc(Math.max(0, room));
        return (room - tables) / ALIGNED * ALIGNED;
    }
}
