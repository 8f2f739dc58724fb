package app.lacuna.job;

import app.lacuna.archive.iso.IsoEntry;
import app.lacuna.archive.iso.IsoReader;
import app.lacuna.io.FileSource;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** A folder that has in it what a folder has where the disc is mounted. */
final class MountedDisc {
    private MountedDisc() {}

    static void of(Path image, Path folder) throws IOException {
        Files.createDirectory(folder);
        try (FileSource source = new FileSource(image)) {
            IsoReader disc = IsoReader.open(source);
            for (IsoEntry entry : disc.entries()) {
                try (InputStream in = disc.open(entry)) {
                    Files.copy(in, folder.resolve(entry.path()));
                }
            }
        }
    }
}
