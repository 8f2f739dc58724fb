package app.lacuna.job;

import app.lacuna.clearing.Register;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/** The files of a user, who edits them at random. Each text that is written is another one. */
final class ModelTree {
    private static final int MOST_FILES = 14;

    private final Path root;
    private final Random random;
    private final Set<String> written = new HashSet<>();
    private int number;

    ModelTree(Path root, Random random) {
        this.root = root;
        this.random = random;
    }

    Path root() {
        return root;
    }

    private String text() {
        String text = "text " + number++ + " " + "x".repeat(random.nextInt(60));
        written.add(text);
        return text;
    }

    private List<Path> all(boolean files) throws IOException {
        try (Stream<Path> walk = Files.walk(root)) {
            return walk.filter(
                            path -> Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS) == files)
                    .filter(path -> files || Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS))
                    .sorted()
                    .toList();
        }
    }

    private Path somewhere() throws IOException {
        List<Path> folders = all(false);
        Path at = folders.get(random.nextInt(folders.size()));
        int depth = at.getNameCount() - root.getNameCount();
        if (random.nextInt(6) == 0 && depth < 3) {
            at = at.resolve("d" + random.nextInt(3));
            if (!Files.exists(at, LinkOption.NOFOLLOW_LINKS)) {
                Files.createDirectory(at);
            }
        }
        return Files.isDirectory(at, LinkOption.NOFOLLOW_LINKS) ? at : root;
    }

    /** A folder below the root, if there is one. */
    Optional<Path> someFolder() throws IOException {
        List<Path> folders = all(false).stream().filter(each -> !each.equals(root)).toList();
        return folders.isEmpty()
                ? Optional.empty()
                : Optional.of(folders.get(random.nextInt(folders.size())));
    }

    void edit() throws IOException {
        List<Path> files = all(true);
        int what = files.isEmpty() ? 0 : files.size() > MOST_FILES ? 3 : random.nextInt(12);
        if (what < 3) {
            Path file = somewhere().resolve("f" + random.nextInt(20));
            if (!Files.isDirectory(file, LinkOption.NOFOLLOW_LINKS)) {
                Files.deleteIfExists(file);
                Files.writeString(file, text());
            }
            return;
        }
        Path file = files.get(random.nextInt(files.size()));
        switch (what) {
            case 3 -> Files.delete(file);
            case 4 -> move(file);
            case 5 ->
                    Files.setPosixFilePermissions(
                            file,
                            PosixFilePermissions.fromString(
                                    random.nextBoolean() ? "rw-r-----" : "rw-r--r--"));
            case 6 -> hidden(file);
            case 7 -> link();
            case 8 -> deleteEmptyFolder();
            default -> Files.writeString(file, text());
        }
    }

    private void move(Path file) throws IOException {
        Path target = somewhere().resolve(file.getFileName());
        if (!Files.isDirectory(target, LinkOption.NOFOLLOW_LINKS)) {
            Files.move(file, target, StandardCopyOption.REPLACE_EXISTING);
        }
    }

    /** Another text of the same length and time. */
    private void hidden(Path file) throws IOException {
        FileTime time = Files.getLastModifiedTime(file);
        int length = (int) Files.size(file);
        String text = text();
        if (text.length() <= length) {
            String padded = text + "y".repeat(length - text.length());
            written.add(padded);
            Files.writeString(file, padded);
            Files.setLastModifiedTime(file, time);
        }
    }

    private void link() throws IOException {
        Path link = somewhere().resolve("l" + random.nextInt(4));
        if (!Files.isDirectory(link, LinkOption.NOFOLLOW_LINKS)) {
            Files.deleteIfExists(link);
            Files.createSymbolicLink(link, Path.of("target" + random.nextInt(100)));
        }
    }

    private void deleteEmptyFolder() throws IOException {
        for (Path folder : all(false)) {
            try (Stream<Path> inside = Files.list(folder)) {
                if (!folder.equals(root) && inside.findAny().isEmpty()) {
                    Files.delete(folder);
                    return;
                }
            }
        }
    }

    /** A file that the user saved again. */
    record Overwritten(String before, String after) {}

    /** Empty if there is no file. */
    Optional<Overwritten> overwriteOne() throws IOException {
        List<Path> files =
                all(true).stream()
                        .filter(file -> !file.toString().contains(Register.PREFIX))
                        .toList();
        if (files.isEmpty()) {
            return Optional.empty();
        }
        String text = text();
        Path file = files.get(random.nextInt(files.size()));
        String before = Files.readString(file);
        Path made = root.resolveSibling("made");
        Files.writeString(made, text);
        Files.move(made, file, StandardCopyOption.REPLACE_EXISTING); // as editors save
        return Optional.of(new Overwritten(before, text));
    }

    Set<String> writtenByUser() {
        return written;
    }

    Set<String> contents() throws IOException {
        Set<String> contents = new HashSet<>();
        for (Path file : all(true)) {
            contents.add(Files.readString(file));
        }
        return contents;
    }

    List<String> namesOfOurs() throws IOException {
        try (Stream<Path> walk = Files.walk(root)) {
            return walk.map(path -> path.getFileName().toString())
                    .filter(name -> name.startsWith(Register.PREFIX))
                    .toList();
        }
    }

    Map<String, String> described() throws IOException {
        return described(root);
    }

    /** By the path below the root: what is there. */
    static Map<String, String> described(Path root) throws IOException {
        Map<String, String> tree = new TreeMap<>();
        try (Stream<Path> walk = Files.walk(root)) {
            for (Path path : (Iterable<Path>) walk::iterator) {
                String mode =
                        Files.isSymbolicLink(path)
                                ? ""
                                : PosixFilePermissions.toString(
                                        Files.getPosixFilePermissions(path));
                String below = root.relativize(path).toString();
                if (Files.isSymbolicLink(path)) {
                    tree.put(below, "link " + Files.readSymbolicLink(path));
                } else if (Files.isDirectory(path)) {
                    tree.put(below, "folder " + mode);
                } else {
                    tree.put(below, "file " + mode + " " + Files.readString(path));
                }
            }
        }
        return tree;
    }

    /** The text of a file as it is described. */
    static String text(String description) {
        String[] parts = description.split(" ", 3);
        return parts.length == 3 && parts[0].equals("file") ? parts[2] : description;
    }

    /** Below the root, of a path in the archive. */
    static String below(String path) {
        return path.substring(Math.min(path.length(), "source/".length()));
    }

    /** What could not be read is as it was before. */
    void replaceBelow(Path folder, Map<String, String> tree, Map<String, String> before) {
        String path = root.relativize(folder).toString();
        tree.keySet().removeIf(each -> isAtOrBelow(each, path));
        before.forEach(
                (each, description) -> {
                    if (isAtOrBelow(each, path)) {
                        tree.put(each, description);
                    }
                });
    }

    private static boolean isAtOrBelow(String path, String folder) {
        return path.equals(folder) || path.startsWith(folder + "/");
    }

    static void wipe(Path folder) throws IOException {
        List<Path> all = new ArrayList<>();
        try (Stream<Path> walk = Files.walk(folder)) {
            walk.sorted(Comparator.reverseOrder()).forEach(all::add);
        }
        for (Path each : all) {
            Files.delete(each);
        }
    }
}
