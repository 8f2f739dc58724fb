package app.lacuna.generations;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * Where the drive of a round may be found: at its path, and if it has been plugged in under another
 * name, at the same path below any other place where something is mounted.
 */
public final class Places {
    private static final Path MOUNTS = Path.of("/proc/self/mounts");

    private Places() {}

    /** The path itself first. */
    public static List<Path> of(Path folder) {
        return of(folder, mounts());
    }

    static List<Path> of(Path folder, List<Path> mounts) {
        List<Path> places = new ArrayList<>(List.of(folder));
        for (Path mount : mounts) {
            for (int from = 0; from < folder.getNameCount(); from++) {
                Path place = mount.resolve(folder.subpath(from, folder.getNameCount()));
                if (!places.contains(place) && Files.isDirectory(place)) {
                    places.add(place);
                }
            }
        }
        return places;
    }

    /** Those of drives; none where the system does not tell. */
    private static List<Path> mounts() {
        try {
            List<Path> mounts = new ArrayList<>();
            for (String line : Files.readAllLines(MOUNTS, StandardCharsets.UTF_8)) {
                String[] fields = line.split(" ");
                boolean drive =
                        fields.length > 2
                                && (fields[0].startsWith("/dev/")
                                        || fields[2].startsWith("nfs")
                                        || fields[2].equals("cifs")
                                        || fields[2].startsWith("fuse"));
                if (drive) {
                    mounts.add(Path.of(fields[1].replace("\\040", " ")));
                }
            }
            return mounts;
        } catch (IOException | RuntimeException e) {
            return List.of();
        }
    }
}
