package app.lacuna.archive.zip;

import app.lacuna.archive.PackingWatch;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.LeftOut;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;

/** Remembers what it hears. */
public final class TestWatch implements PackingWatch {
    public final List<String> packed = new ArrayList<>();
    public final List<String> unsteady = new ArrayList<>();
    public final List<LeftOut> leftOut = new ArrayList<>();
    public final AtomicLong bytes = new AtomicLong();

    @Override
    public void onBytes(FileItem item, long count) {
        bytes.addAndGet(count);
    }

    @Override
    public void onPacked(FileItem asRead, boolean steady) {
        packed.add(asRead.path());
        if (!steady) {
            unsteady.add(asRead.path());
        }
    }

    @Override
    public void onLeftOut(FileItem item, LeftOut.Reason reason) {
        leftOut.add(new LeftOut(item.source(), reason));
    }

    @Override
    public void check() {
        // never stops
    }
}
