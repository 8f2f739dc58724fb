package app.lacuna.verify;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.selection.ItemKind;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The digests of all files in the syntax of the usual checksum files: 64 hexadecimal digits, two
 * blanks, the path, one line each. In a path with a backslash or the end of a line these are
 * written "\\", "\n" and "\r", and the line begins with a backslash, as the "sha256sum" of GNU
 * coreutils writes and reads it.
 */
public final class DigestList {
    private DigestList() {}

    /**
     * @param report with digests; what has none has no line
     * @param entries of the archive: of links there is no line, since programs that check follow
     *     them
     */
    public static byte[] of(ProofReport report, List<ArchiveEntry> entries) {
        Set<String> files = new HashSet<>();
        for (ArchiveEntry entry : entries) {
            if (entry.kind() == ItemKind.FILE) {
                files.add(entry.path());
            }
        }
        StringBuilder text = new StringBuilder();
        for (ProofEntry entry : report.entries()) {
            if (files.contains(entry.path())) {
                entry.sha256().ifPresent(digest -> line(text, digest, entry.path()));
            }
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static void line(StringBuilder text, String digest, String path) {
        String written = path.replace("\\", "\\\\").replace("\n", "\\n").replace("\r", "\\r");
        if (!written.equals(path)) {
            text.append('\\');
        }
        text.append(digest).append("  ").append(written).append('\n');
    }
}
