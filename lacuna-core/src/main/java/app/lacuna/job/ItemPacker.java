package app.lacuna.job;

import app.lacuna.archive.ArchiveWriter;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressMeter;
import app.lacuna.failure.SourceUnreadable;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemReader;
import app.lacuna.selection.LeftOut;
import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Packs items one after the other, each as it is on disk at that moment. A file that changes while
 * it is read is packed once more; if it changes again, the second reading is kept and marked.
 */
final class ItemPacker {
    private static final int READINGS = 2;

    private final ArchiveWriter writer;
    private final ProgressMeter meter;
    private final CancelToken cancel;
    private final ItemReader disk = new ItemReader();
    private final List<FileItem> packed = new ArrayList<>();
    private final List<LeftOut> leftOut = new ArrayList<>();
    private final List<String> unsteady = new ArrayList<>();

    ItemPacker(ArchiveWriter writer, ProgressMeter meter, CancelToken cancel) {
        this.writer = writer;
        this.meter = meter;
        this.cancel = cancel;
    }

    void pack(FileItem chosen) throws IOException {
        cancel.check();
        meter.startItem(chosen.path());
        long before = meter.doneBytes();
        try {
            packSteadily(chosen, before);
        } catch (NoSuchFileException e) {
            leaveOut(chosen, LeftOut.Reason.GONE);
        } catch (SourceUnreadable e) {
            boolean gone = e.getCause() instanceof NoSuchFileException;
            leaveOut(chosen, gone ? LeftOut.Reason.GONE : LeftOut.Reason.UNREADABLE);
        }
        meter.addBytes(before + chosen.size() - meter.doneBytes());
        meter.itemDone();
    }

    private void packSteadily(FileItem chosen, long before) throws IOException {
        for (int reading = 1; ; reading++) {
            Optional<FileItem> now = disk.readAgain(chosen);
            if (now.isEmpty()) {
                leaveOut(chosen, LeftOut.Reason.SPECIAL_FILE);
                return;
            }
            long read = writer.add(now.get(), this::count);
            boolean steady = disk.readAgain(chosen).equals(now) && read == now.get().size();
            if (steady || reading == READINGS) {
                packed.add(now.get());
                if (!steady) {
                    unsteady.add(chosen.path());
                }
                return;
            }
            writer.takeBackLast();
            meter.takeBack(meter.doneBytes() - before);
        }
    }

    private void count(long bytes) {
        cancel.check();
        meter.addBytes(bytes);
    }

    private void leaveOut(FileItem item, LeftOut.Reason reason) {
        leftOut.add(new LeftOut(item.source(), reason));
    }

    List<FileItem> packed() {
        return packed;
    }

    List<LeftOut> leftOut() {
        return leftOut;
    }

    List<String> unsteady() {
        return unsteady;
    }
}
