package app.lacuna.selection;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.UserDefinedFileAttributeView;
import java.security.Principal;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Reads {@link FileDetails}, of links those of the link itself. Safe to use from several threads.
 */
public final class DetailsReader {
    private static final String UNIX = "unix:mode,uid,gid,nlink,dev,ino";

    /**
     * The names behind numbers: asking the system for each file would take longer than the file.
     */
    private final Map<Long, String> owners = new ConcurrentHashMap<>();

    private final Map<Long, String> groups = new ConcurrentHashMap<>();

    /**
     * @param details what is kept
     * @param shared tells two names of the same file; empty if it has only one
     */
    public record Found(FileDetails details, Optional<String> shared) {}

    /** What can not be read is left out. */
    public Found read(Path file) throws IOException {
        boolean link = Files.isSymbolicLink(file);
        Map<String, byte[]> attributes = link ? Map.of() : attributes(file);
        if (!file.getFileSystem().supportedFileAttributeViews().contains("unix")) {
            FileDetails unknown = FileDetails.UNKNOWN;
            return new Found(
                    new FileDetails(
                            unknown.mode(), unknown.owner(), unknown.group(), "", "", attributes),
                    Optional.empty());
        }
        Map<String, Object> unix = Files.readAttributes(file, UNIX, LinkOption.NOFOLLOW_LINKS);
        long owner = number(unix, "uid") & 0xffffffffL;
        long group = number(unix, "gid") & 0xffffffffL;
        FileDetails details =
                new FileDetails(
                        number(unix, "mode") & FileDetails.ALL_BITS,
                        OptionalLong.of(owner),
                        OptionalLong.of(group),
                        name(owners, owner, file, "unix:owner"),
                        name(groups, group, file, "unix:group"),
                        attributes);
        boolean several =
                number(unix, "nlink") > 1 && Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS);
        return new Found(
                details,
                several ? Optional.of(unix.get("dev") + ":" + unix.get("ino")) : Optional.empty());
    }

    private static int number(Map<String, Object> unix, String name) {
        return (Integer) requireNonNull(unix.get(name));
    }

    /** A number without a name comes back as its digits. */
    private static String name(Map<Long, String> known, long number, Path file, String what)
            throws IOException {
        String name = known.get(number);
        if (name == null) {
            Principal who = (Principal) Files.getAttribute(file, what, LinkOption.NOFOLLOW_LINKS);
            name = who.getName().equals(Long.toString(number)) ? "" : who.getName();
            known.put(number, name);
        }
        return name;
    }

    private static Map<String, byte[]> attributes(Path file) {
        UserDefinedFileAttributeView view =
                Files.getFileAttributeView(
                        file, UserDefinedFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
        if (view == null) {
            return Map.of();
        }
        try {
            List<String> names = view.list();
            if (names.isEmpty()) {
                return Map.of();
            }
            Map<String, byte[]> attributes = new LinkedHashMap<>();
            for (String name : new TreeSet<>(names)) {
                ByteBuffer value = ByteBuffer.allocate(view.size(name));
                view.read(name, value);
                attributes.put(name, Arrays.copyOf(value.array(), value.position()));
            }
            return attributes;
        } catch (IOException | RuntimeException e) {
            return Map.of(); // the file system has none
        }
    }
}
