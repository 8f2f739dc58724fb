package app.lacuna.bench;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.Set;

/** Python's tarfile into zlib, both of its standard library and in one thread; no encryption. */
final class PythonTarTool implements Tool {
    static final String NAME = "tarfile and zlib";

    private final Path script;

    PythonTarTool(Path folder) throws IOException {
        script = folder.resolve("tarpipe.py");
        try (InputStream in = PythonTarTool.class.getResourceAsStream("tarpipe.py")) {
            Files.write(script, in.readAllBytes());
        }
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Set<Job> jobs() {
        return EnumSet.of(Job.PACK_BACKUP);
    }

    @Override
    public void run(Job job, Path folder, Path archive, Path target) throws IOException {
        Process process =
                new ProcessBuilder(
                                "python3", script.toString(), folder.toString(), archive.toString())
                        .inheritIO()
                        .start();
        try {
            if (process.waitFor() != 0) {
                throw new IOException("tarfile failed");
            }
        } catch (InterruptedException e) {
            throw new IOException(e);
        }
    }
}
