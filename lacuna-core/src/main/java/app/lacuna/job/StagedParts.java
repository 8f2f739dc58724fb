package app.lacuna.job;

import app.lacuna.archive.VolumeTarget;
import app.lacuna.staging.StagedSet;
import java.io.IOException;
import java.nio.channels.FileChannel;

/** The files of a split archive, until they get their names. */
record StagedParts(StagedSet set) implements VolumeTarget {
    @Override
    public FileChannel add() throws IOException {
        return set.add();
    }

    @Override
    public void removeLast() throws IOException {
        set.removeLast();
    }
}
