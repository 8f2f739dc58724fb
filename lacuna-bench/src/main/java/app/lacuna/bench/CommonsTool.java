package app.lacuna.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import org.apache.commons.compress.archivers.zip.ParallelScatterZipCreator;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.parallel.InputStreamSupplier;

/** Commons Compress with its parallel creator; it can not encrypt. */
final class CommonsTool implements Tool {
    @Override
    public String name() {
        return "Commons Compress";
    }

    @Override
    public Set<Job> jobs() {
        return EnumSet.of(Job.PACK_OPEN);
    }

    @Override
    public void run(Job job, Path folder, Path archive, Path target) throws IOException {
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(archive.toFile());
                Stream<Path> walk = Files.walk(folder)) {
            zip.setLevel(5);
            ParallelScatterZipCreator creator = new ParallelScatterZipCreator();
            List<Path> files = walk.filter(Files::isRegularFile).sorted().toList();
            for (Path file : files) {
                ZipArchiveEntry entry = new ZipArchiveEntry(folder.relativize(file).toString());
                entry.setMethod(ZipEntry.DEFLATED);
                creator.addArchiveEntry(entry, supplier(file));
            }
            creator.writeTo(zip);
        } catch (InterruptedException | ExecutionException e) {
            throw new IOException(e);
        }
    }

    private static InputStreamSupplier supplier(Path file) {
        return () -> {
            try {
                return Files.newInputStream(file);
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        };
    }
}
