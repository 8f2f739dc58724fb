package app.lacuna.job;

import app.lacuna.archive.zip.KeepingWatch;
import app.lacuna.archive.zip.KeptEntry;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressMeter;

/** Keeps the progress and the cancelling up while entries are taken over. */
record KeepingReport(ProgressMeter meter, CancelToken cancel) implements KeepingWatch {
    @Override
    public void onBytes(KeptEntry entry, long bytes) {
        meter.startItem(entry.path());
        meter.addBytes(bytes);
    }

    @Override
    public void onKept(KeptEntry entry) {
        meter.itemDone();
    }

    @Override
    public void check() {
        cancel.check();
    }
}
