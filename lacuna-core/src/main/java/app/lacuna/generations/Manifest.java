package app.lacuna.generations;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Everything that a generation contains, and which generation stores the bytes.
 *
 * @param round the id of the backup that it belongs to
 * @param sequence orders the generations of a backup, whatever the clock said; 0 if unknown
 * @param scope what the run covered
 */
public record Manifest(
        String round,
        String generation,
        long sequence,
        BackupScope scope,
        List<ManifestLine> lines) {
    public static final String PATH = "LACUNA-MANIFEST.txt";

    /**
     * One of the chosen files and folders.
     *
     * @param name its path in the archive
     * @param place where it was on disk
     * @param volume where its disk was mounted; empty if unknown
     */
    public record Root(String name, Path place, Optional<Path> volume) {}

    public Manifest {
        lines = List.copyOf(lines);
    }

    public List<Root> roots() {
        return scope.roots();
    }

    /** Where the item of a line was on disk; empty if no root contains it. */
    public Optional<Path> place(ManifestLine line) {
        return scope.rootOf(line.path())
                .map(root -> DiskPath.resolve(root, line.path(), line.disk()));
    }

    /** The generations that its bytes are in. */
    public Set<String> needs() {
        Set<String> needs = new TreeSet<>();
        lines.forEach(line -> needs.add(line.generation()));
        return needs;
    }

    public long contentBytes() {
        return lines.stream().mapToLong(ManifestLine::size).sum();
    }

    public byte[] bytes() {
        return ManifestText.bytes(this);
    }

    /**
     * @throws app.lacuna.error.DamagedArchive if it makes no sense
     */
    public static Manifest read(InputStream in) throws IOException {
        return ManifestText.read(in);
    }
}
