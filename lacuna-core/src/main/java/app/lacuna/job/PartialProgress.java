package app.lacuna.job;

import app.lacuna.common.Progress;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;

/** The progress of one step, as a part of the progress of the whole job. */
final class PartialProgress implements ProgressListener {
    private final ProgressMeter whole;
    private final long share;
    private long counted;

    /**
     * @param share what the step counts of the whole, in bytes
     */
    PartialProgress(ProgressMeter whole, long share) {
        this.whole = whole;
        this.share = share;
    }

    @Override
    public synchronized void onProgress(Progress progress) {
        count((long) (progress.fraction() * share));
    }

    /** The step has done all that it had to do. */
    synchronized void finish() {
        count(share);
    }

    private void count(long done) {
        if (done > counted) {
            whole.addBytes(done - counted);
            counted = done;
        }
    }
}
