package app.lacuna.disc;

import app.lacuna.archive.iso.IsoFile;
import app.lacuna.archive.iso.IsoFolder;
import app.lacuna.archive.iso.IsoImage;
import app.lacuna.archive.iso.VolumeName;
import app.lacuna.common.Sha256;
import app.lacuna.opener.OpenerPage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What is on a disc: the archive or its part, the opener page, a text that says how to open it, and
 * checksums; a table of contents only where names are visible anyway. Recovery data comes behind.
 */
public final class DiscContents {
    public static final String OPENER = "OPENER.html";
    public static final String READ_ME = "READ-ME.txt";
    public static final String CHECKSUMS = "SHA256SUMS.txt";
    public static final String CONTENTS = "CONTENTS.txt";
    public static final String RECOVERY = "RECOVERY.DAT";

    private static final int PERMISSIONS = 0444;

    private final DiscFacts facts;
    private final Instant when;
    private final Locale language;
    private final IsoFolder root;
    private String mark = "0".repeat(32);
    private final Map<String, String> checksums = new LinkedHashMap<>();

    public DiscContents(DiscFacts facts, DiscOrder order) {
        this.facts = facts;
        this.when = order.when();
        this.language = order.language();
        this.root = IsoFolder.root(when);
    }

    /** A file of the archive; it has to stay as it is until the disc is written. */
    public DiscContents addArchive(String name, Path file, String sha256) throws IOException {
        return addArchive(name, Files.size(file), sha256, () -> Files.newInputStream(file));
    }

    DiscContents addArchive(String name, long bytes, String sha256, IsoFile.Contents contents) {
        root.addFile(name, bytes, when, PERMISSIONS, contents);
        checksums.put(name, sha256);
        return this;
    }

    /**
     * The names of what is in the archive, a line for each.
     *
     * @throws IllegalStateException if they are hidden
     */
    public DiscContents addNames(List<String> names) {
        if (facts.namesAreHidden()) {
            throw new IllegalStateException("hidden names do not go onto a disc");
        }
        StringBuilder lines = new StringBuilder();
        // A name with the end of a line in it is still one line.
        names.forEach(name -> lines.append(name.replaceAll("\\p{Cntrl}", "\uFFFD")).append("\r\n"));
        add(CONTENTS, lines.toString());
        return this;
    }

    /** Tells the set from others with the same label. */
    public DiscContents ofSet(String setMark) {
        mark = setMark;
        return this;
    }

    /**
     * The disc, planned to the byte.
     *
     * @param recoveryBytes how long the recovery file will be, if there is one
     */
    public Disc finish(Optional<Long> recoveryBytes) throws IOException {
        ByteArrayOutputStream page = new ByteArrayOutputStream();
        new OpenerPage().write(page);
        add(OPENER, page.toByteArray());
        add(READ_ME, new ReadMe(facts, language).text() + SetMark.line(mark));
        StringBuilder sums = new StringBuilder();
        checksums.forEach((name, sum) -> sums.append(sum).append("  ").append(name).append('\n'));
        add(CHECKSUMS, sums.toString());
        Optional<IsoFile> recovery =
                recoveryBytes.map(bytes -> root.addBehind(RECOVERY, bytes, when));
        VolumeName name =
                new VolumeName(
                        facts.label().of(facts.number()),
                        facts.label().text(),
                        facts.number(),
                        facts.count(),
                        when);
        return new Disc(new IsoImage(root, name), recovery);
    }

    /** What is to be written, and where its recovery file belongs. */
    public record Disc(IsoImage image, Optional<IsoFile> recovery) {}

    private void add(String name, String text) {
        add(name, text.getBytes(StandardCharsets.UTF_8));
    }

    private void add(String name, byte[] bytes) {
        MessageDigest hasher = Sha256.hasher();
        hasher.update(bytes);
        checksums.put(name, Sha256.hex(hasher));
        root.addFile(name, bytes.length, when, PERMISSIONS, () -> new ByteArrayInputStream(bytes));
    }
}
