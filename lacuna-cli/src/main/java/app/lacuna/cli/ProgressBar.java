package app.lacuna.cli;

import app.lacuna.common.Progress;
import app.lacuna.common.ProgressListener;

/** One line on a terminal that is written over and over; nothing where nobody watches. */
final class ProgressBar implements ProgressListener, AutoCloseable {
    private static final int CELLS = 24;

    private final Terminal terminal;
    private final boolean watched;

    ProgressBar(Terminal terminal) {
        this.terminal = terminal;
        this.watched = terminal.isWatched();
    }

    @Override
    public void onProgress(Progress progress) {
        if (!watched) {
            return;
        }
        int full = (int) Math.round(progress.fraction() * CELLS);
        terminal.overwriteLine(
                Words.text("stage." + progress.stage())
                        + " ["
                        + "=".repeat(full)
                        + " ".repeat(CELLS - full)
                        + "] "
                        + Words.size(progress.doneBytes())
                        + " / "
                        + Words.size(progress.totalBytes()));
    }

    @Override
    public void close() {
        if (watched) {
            terminal.overwriteLine("");
        }
    }
}
