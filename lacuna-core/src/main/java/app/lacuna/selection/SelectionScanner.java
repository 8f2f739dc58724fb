package app.lacuna.selection;

import app.lacuna.common.CancelToken;
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
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Walks the chosen files and folders and freezes what it finds. Hidden files are included, links
 * are never followed. What can not be read is left out with its reason; the rest goes on.
 *
 * <p>One scanner does one scan.
 */
public final class SelectionScanner {
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
        return scanRoots(roots.stream().map(Root::of).toList());
    }

    /** The same with roots of which some links are to be followed. */
    public FileSelection scanRoots(List<Root> roots) {
        List<Path> linkRoots = new ArrayList<>();
        for (Map.Entry<Path, Root> root : withoutNested(roots).entrySet()) {
            Path source = root.getKey();
            if (root.getValue().isKeptLink(source)) {
                linkRoots.add(source);
            }
            walk(source, root.getValue().name(source));
        }
        return new FileSelection(items, leftOut, renamed, linkRoots);
    }

    /** Keeps the first of equal roots, and drops those that lie in another chosen folder. */
    private Map<Path, Root> withoutNested(List<Root> roots) {
        Map<Path, Root> all = new LinkedHashMap<>();
        for (Root root : roots) {
            try {
                Path source = root.resolved();
                if (all.putIfAbsent(source, root) != null) {
                    leftOut.add(new LeftOut(source, LeftOut.Reason.ALREADY_INCLUDED));
                }
            } catch (NoSuchFileException e) {
                leftOut.add(new LeftOut(root.path(), LeftOut.Reason.GONE));
            } catch (IOException | SecurityException e) {
                leftOut.add(new LeftOut(root.path(), LeftOut.Reason.UNREADABLE));
            }
        }
        Map<Path, Root> kept = new LinkedHashMap<>();
        all.forEach(
                (source, root) -> {
                    if (isBelowOther(source, all)) {
                        leftOut.add(new LeftOut(source, LeftOut.Reason.ALREADY_INCLUDED));
                    } else {
                        kept.put(source, root);
                    }
                });
        return kept;
    }

    private static boolean isBelowOther(Path source, Map<Path, Root> all) {
        for (Path above = source.getParent(); above != null; above = above.getParent()) {
            Root other = all.get(above);
            if (other != null && !other.isKeptLink(above)) {
                return true;
            }
        }
        return false;
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
            if (read.get().kind() == ItemKind.LINK && !reader.isText(source)) {
                leftOut.add(new LeftOut(source, LeftOut.Reason.LINK_NOT_TEXT));
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
        if (!path.equals(item.path()) || path.indexOf(ItemReader.UNNAMEABLE) >= 0) {
            boolean taken = !path.equals(item.path());
            renamed.add(
                    new Renamed(
                            item.source(),
                            path,
                            taken ? Renamed.Reason.NAME_TAKEN : Renamed.Reason.NAME_NOT_TEXT));
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
