package app.lacuna.archive.zip;

import app.lacuna.archive.PackingWatch;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.LeftOut;

/** Hands everything on; for watches that want to hear of one thing more. */
abstract class ForwardingWatch implements PackingWatch {
    private final PackingWatch watch;

    ForwardingWatch(PackingWatch watch) {
        this.watch = watch;
    }

    @Override
    public void onBytes(FileItem item, long bytes) {
        watch.onBytes(item, bytes);
    }

    @Override
    public boolean wantsDigests() {
        return watch.wantsDigests();
    }

    @Override
    public void onDigest(FileItem item, String sha256) {
        watch.onDigest(item, sha256);
    }

    @Override
    public void onPacked(FileItem asRead, boolean steady) {
        watch.onPacked(asRead, steady);
    }

    @Override
    public void onLeftOut(FileItem item, LeftOut.Reason reason) {
        watch.onLeftOut(item, reason);
    }

    @Override
    public void check() {
        watch.check();
    }
}
