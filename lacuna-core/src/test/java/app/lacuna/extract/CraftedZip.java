package app.lacuna.extract;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;

/**
 * Archives as an attacker or a careless tool would write them. Names have to differ even after
 * backslashes have become slashes: the library takes equal ones for one entry and writes a wrong
 * offset.
 */
final class CraftedZip implements AutoCloseable {
    private final ZipArchiveOutputStream out;

    CraftedZip(Path file) throws IOException {
        OutputStream raw = Files.newOutputStream(file);
        out = new ZipArchiveOutputStream(raw);
    }

    CraftedZip file(String name, String text) throws IOException {
        return put(name, text, 0100644);
    }

    CraftedZip link(String name, String target) throws IOException {
        return put(name, target, 0120777);
    }

    CraftedZip folder(String name) throws IOException {
        return put(name + "/", "", 040755);
    }

    CraftedZip folderWithMode(String name, int permissions) throws IOException {
        return put(name + "/", "", 040000 | permissions);
    }

    private CraftedZip put(String name, String text, int mode) throws IOException {
        ZipArchiveEntry entry = new ZipArchiveEntry(name);
        entry.setUnixMode(mode);
        out.putArchiveEntry(entry);
        out.write(text.getBytes(StandardCharsets.UTF_8));
        out.closeArchiveEntry();
        return this;
    }

    @Override
    public void close() throws IOException {
        out.close();
    }
}
