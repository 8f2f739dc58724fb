package app.lacuna.generations;

import app.lacuna.clearing.Volume;
import java.io.IOException;
import java.nio.file.Path;

/** Tells a disk that is not mounted from a folder that was emptied. */
public final class MountPoint {
    private MountPoint() {}

    /** Where the disk of this place is mounted. */
    static Path of(Path place) throws IOException {
        return Volume.top(place);
    }

    /**
     * Whether the disk of a root was mounted in an earlier run, and its mount point is an ordinary
     * folder now.
     */
    public static boolean isUnmounted(Manifest.Root root) {
        return root.volume()
                .filter(top -> top.getParent() != null && !Volume.isThere(top))
                .isPresent();
    }
}
