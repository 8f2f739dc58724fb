package app.lacuna.job;

import app.lacuna.error.DestinationTaken;
import app.lacuna.generations.GenerationStore;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Decides whether a folder can be used for the generations of a backup. */
public final class BackupDestination {
    private BackupDestination() {}

    /**
     * Before a backup is saved.
     *
     * @throws DestinationTaken if the folder contains something that no backup has made, or
     *     contains a source
     */
    public static void require(Round round) throws IOException {
        requireOutsideSources(round);
        Path folder = round.generations();
        boolean ours = Files.exists(folder.resolve(GenerationStore.LIST));
        if (!ours && Files.isDirectory(round.folder())) {
            GenerationStore.requireFree(folder);
        }
    }

    /** The folder can be part of a source, but never the source itself or around it. */
    static void requireOutsideSources(Round round) throws DestinationTaken {
        Path folder = round.generations().toAbsolutePath().normalize();
        for (Path root : round.roots()) {
            if (isInside(root.toAbsolutePath().normalize(), folder)) {
                throw new DestinationTaken(folder);
            }
        }
    }

    private static boolean isInside(Path source, Path folder) {
        try {
            return source.startsWith(folder)
                    || Files.exists(folder) && source.toRealPath().startsWith(folder.toRealPath());
        } catch (IOException e) {
            return false; // one of them does not exist: the run reports it
        }
    }
}
