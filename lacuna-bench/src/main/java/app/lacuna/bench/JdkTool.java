package app.lacuna.bench;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** The JDK's own {@code java.util.zip}, which knows no encryption. */
final class JdkTool implements Tool {
    @Override
    public String name() {
        return "java.util.zip";
    }

    @Override
    public Set<Job> jobs() {
        return EnumSet.of(Job.PACK_OPEN);
    }

    @Override
    public void run(Job job, Path folder, Path archive, Path target) throws IOException {
        try (ZipOutputStream zip =
                        new ZipOutputStream(
                                new BufferedOutputStream(Files.newOutputStream(archive), 1 << 16));
                Stream<Path> walk = Files.walk(folder)) {
            zip.setLevel(5);
            List<Path> files = walk.filter(Files::isRegularFile).sorted().toList();
            for (Path file : files) {
                zip.putNextEntry(new ZipEntry(folder.relativize(file).toString()));
                Files.copy(file, zip);
                zip.closeEntry();
            }
        }
    }
}
