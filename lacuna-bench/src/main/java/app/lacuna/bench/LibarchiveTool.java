package app.lacuna.bench;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.Set;

/** The system's libarchive (C, one thread), called through Python's ctypes. */
final class LibarchiveTool implements Tool {
    private final Path script;

    LibarchiveTool(Path folder) throws IOException {
        script = folder.resolve("libarchive.py");
        try (InputStream in = LibarchiveTool.class.getResourceAsStream("libarchive.py")) {
            Files.write(script, in.readAllBytes());
        }
    }

    @Override
    public String name() {
        return "libarchive";
    }

    @Override
    public Set<Job> jobs() {
        return EnumSet.of(Job.PACK_AES, Job.PACK_AES_STORED, Job.EXTRACT_AES);
    }

    @Override
    public void run(Job job, Path folder, Path archive, Path target) throws IOException {
        String what =
                switch (job) {
                    case PACK_AES -> "pack";
                    case PACK_AES_STORED -> "store";
                    default -> "extract";
                };
        Process process =
                new ProcessBuilder(
                                "python3",
                                script.toString(),
                                what,
                                folder.toString(),
                                archive.toString(),
                                target.toString(),
                                LacunaTool.PASSWORD)
                        .inheritIO()
                        .start();
        try {
            if (process.waitFor() != 0) {
                throw new IOException("libarchive failed");
            }
        } catch (InterruptedException e) {
            throw new IOException(e);
        }
    }
}
