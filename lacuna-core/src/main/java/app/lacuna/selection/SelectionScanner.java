package app.lacuna.selection;

import app.lacuna.base.CancelToken;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Walks the chosen files and folders and freezes what it finds. Hidden files are included, links
 * are never followed. What can not be read is left out with its reason; the rest goes on.
 *
 * <p>One scanner does one scan.
 */
public final class SelectionScanner {
    /** Stands for bytes in a name that are no text. */
    private static final char UNNAMEABLE = '\ufffd';

    private final ItemReader reader = new ItemReader();
    private final ArchiveNames names = new ArchiveNames();
    private final List<FileItem> items = new ArrayList<>();
    private final List<LeftOut> leftOut = new ArrayList<>();
    private final List<Renamed> renamed = new ArrayList<>();
    private final ExcludeRules rules;
    private final CancelToken cancel;
    private final Consumer<FileItem> found;

    public SelectionScanner(CancelToken cancel) {
        this(cancel, item -> {});
    }

    /** {@code found} hears of every item as it is found, on the scanning thread. */
    public SelectionScanner(CancelToken cancel, Consumer<FileItem> found) {
        this(cancel, found, ExcludeRules.NONE);
    }

    public SelectionScanner(CancelToken cancel, Consumer<FileItem> found, ExcludeRules rules) {
        this.cancel = cancel;
        this.found = found;
        this.rules = rules;
    }

    /**
     * @throws java.util.concurrent.CancellationException when the token is cancelled
     */
    public FileSelection scan(List<Path> roots) {
        List<Path> distinct = withoutNested(roots);
        for (Path root : distinct) {
            Path name = root.getFileName();
            walk(root, name == null ? "root" : name.toString());
        }
        return new FileSelection(items, leftOut, renamed);
    }

    /** Keeps the first of equal roots, and drops those that lie in another chosen folder. */
    private List<Path> withoutNested(List<Path> roots) {
        List<Path> all = roots.stream().map(root -> root.toAbsolutePath().normalize()).toList();
        List<Path> kept = new ArrayList<>();
        for (Path root : all) {
            boolean nested =
                    all.stream().anyMatch(other -> !other.equals(root) && contains(other, root));
            if (nested || kept.contains(root)) {
                leftOut.add(new LeftOut(root, LeftOut.Reason.ALREADY_INCLUDED));
            } else {
                kept.add(root);
            }
        }
        return kept;
    }

    private static boolean contains(Path folder, Path path) {
        return path.startsWith(folder) && !Files.isSymbolicLink(folder);
    }

    /** Without recursion, so that a very deep folder can not exhaust the stack. */
    private void walk(Path root, String rootName) {
        Deque<Pending> stack = new ArrayDeque<>();
        stack.push(new Pending(root, rootName));
        while (!stack.isEmpty()) {
            cancel.check();
            Pending next = stack.pop();
            Optional<FileItem> item = take(next);
            if (item.isPresent() && item.get().kind() == ItemKind.FOLDER) {
                List<Path> children = children(item.get().source());
                for (int i = children.size() - 1; i >= 0; i--) {
                    Path child = children.get(i);
                    stack.push(new Pending(child, item.get().path() + "/" + child.getFileName()));
                }
            }
        }
    }

    private record Pending(Path source, String path) {}

    private Optional<FileItem> take(Pending pending) {
        Path source = pending.source();
        if (rules.exclude(source, pending.path())) {
            leftOut.add(new LeftOut(source, LeftOut.Reason.EXCLUDED));
            return Optional.empty();
        }
        try {
            Optional<FileItem> read = reader.read(source, pending.path());
            if (read.isEmpty()) {
                leftOut.add(new LeftOut(source, LeftOut.Reason.SPECIAL_FILE));
                return read;
            }
            if (!Files.isReadable(source) && read.get().kind() != ItemKind.LINK) {
                leftOut.add(new LeftOut(source, LeftOut.Reason.UNREADABLE));
                return Optional.empty();
            }
            return Optional.of(keep(read.get()));
        } catch (NoSuchFileException e) {
            leftOut.add(new LeftOut(source, LeftOut.Reason.GONE));
        } catch (IOException | SecurityException e) {
            leftOut.add(new LeftOut(source, LeftOut.Reason.UNREADABLE));
        }
        return Optional.empty();
    }

    private FileItem keep(FileItem item) {
        String path = names.claim(item.path(), item.kind());
        if (!path.equals(item.path()) || path.indexOf(UNNAMEABLE) >= 0) {
            renamed.add(new Renamed(item.source(), path));
        }
        FileItem kept = item.withPath(path);
        items.add(kept);
        found.accept(kept);
        return kept;
    }

    private List<Path> children(Path folder) {
        List<Path> children = new ArrayList<>();
        try (DirectoryStream<Path> stream = Files.newDirectoryStream(folder)) {
            stream.forEach(children::add);
        } catch (IOException | DirectoryIteratorException e) {
            leftOut.add(new LeftOut(folder, LeftOut.Reason.UNREADABLE));
        }
        children.sort(Comparator.comparing(path -> path.getFileName().toString()));
        return children;
    }
}
