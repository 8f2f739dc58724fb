import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/**
 * SlimJars FOLDER KEPT: takes out of the jars there what is for other systems, and the signatures of
 * those jars, which would not fit any more. KEPT is a pattern of the native files that stay.
 */
final class SlimJars {
    private static final Pattern NATIVE =
            Pattern.compile(".*\\.(so|dll|dylib|jnilib)(\\.\\d+)*", Pattern.CASE_INSENSITIVE);
    private static final Pattern SIGNATURE = Pattern.compile("META-INF/[^/]+\\.(SF|RSA|DSA|EC)");

    public static void main(String[] arguments) throws IOException {
        Pattern kept = Pattern.compile(arguments[1]);
        try (Stream<Path> files = Files.list(Path.of(arguments[0]))) {
            for (Path jar : files.filter(file -> file.toString().endsWith(".jar")).toList()) {
                slim(jar, kept);
            }
        }
    }

    private static boolean stays(ZipEntry entry, Pattern kept) {
        return !NATIVE.matcher(entry.getName()).matches()
                || kept.matcher(entry.getName()).find();
    }

    private static void slim(Path jar, Pattern kept) throws IOException {
        Path slim = jar.resolveSibling(jar.getFileName() + ".slim");
        boolean changed = false;
        try (ZipFile from = new ZipFile(jar.toFile())) {
            List<? extends ZipEntry> entries = from.stream().toList();
            changed = entries.stream().anyMatch(entry -> !stays(entry, kept));
            if (!changed) {
                return;
            }
            try (OutputStream file = Files.newOutputStream(slim);
                    ZipOutputStream to = new ZipOutputStream(file)) {
                for (ZipEntry entry : entries) {
                    boolean signature = SIGNATURE.matcher(entry.getName()).matches();
                    if (signature || !stays(entry, kept)) {
                        continue;
                    }
                    ZipEntry copy = new ZipEntry(entry.getName());
                    copy.setTime(entry.getTime());
                    to.putNextEntry(copy);
                    try (InputStream in = from.getInputStream(entry)) {
                        in.transferTo(to);
                    }
                    to.closeEntry();
                }
            }
        }
        Files.move(slim, jar, StandardCopyOption.REPLACE_EXISTING);
    }
}
