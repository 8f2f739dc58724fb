package app.lacuna.looseends;

import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.clearing.Volume;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Sha256;
import app.lacuna.files.Presence;
import app.lacuna.looseends.Seen.SeenFile;
import app.lacuna.looseends.Seen.State;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Looks at the files of one loose end: there, changed, moved, in the trash, or gone. */
final class Looking {
    private static final int MOST_CANDIDATES = 20_000;

    private final LooseEnd end;
    private final Optional<Trash> trash;
    private final CancelToken cancel;
    private final List<SeenFile> seen = new ArrayList<>();
    private final List<ReadableFile> missing = new ArrayList<>();
    private final List<ReadableFile> changed = new ArrayList<>();

    Looking(LooseEnd end, Optional<Trash> trash, CancelToken cancel) {
        this.end = end;
        this.trash = trash;
        this.cancel = cancel;
    }

    Seen look() throws IOException {
        for (ReadableFile file : listed()) {
            cancel.check();
            look(file);
        }
        Map<Path, List<InTrash>> thrownAway = inTrash();
        RenamedFolders renamed = new RenamedFolders(end.files());
        Moved moved = new Moved();
        for (ReadableFile file : missing) {
            Optional<InTrash> place = inTrash(file, thrownAway);
            Optional<Path> inRenamed = renamed.find(file);
            if (place.isPresent()) {
                see(file.withInTrash(place), State.IN_TRASH);
            } else if (isAway(file.path())) {
                see(file.withInTrash(Optional.empty()), State.AWAY);
            } else if (inRenamed.isPresent()) {
                see(file.at(inRenamed.get()).withInTrash(Optional.empty()), State.THERE);
            } else {
                moved.find(file).ifPresent(path -> see(file.at(path), State.THERE));
            }
        }
        for (ReadableFile file : changed) {
            // another file may have its place, and this one lie in the trash
            Optional<InTrash> place = inTrash(file, thrownAway);
            if (place.isPresent()) {
                see(file.withInTrash(place), State.IN_TRASH);
            } else {
                see(file, State.CHANGED);
            }
        }
        return new Seen(end, withoutLoneFolders());
    }

    private Optional<InTrash> inTrash(ReadableFile file, Map<Path, List<InTrash>> thrownAway) {
        Optional<InTrash> found =
                thrownAway.getOrDefault(file.path(), List.of()).stream()
                        .filter(place -> isSame(file, place.file()))
                        .findFirst();
        found.ifPresent(place -> trash.orElseThrow().explain(place, file.path()));
        return found;
    }

    /** Folders alone hold nothing that could be read. */
    private List<SeenFile> withoutLoneFolders() {
        boolean files = seen.stream().anyMatch(each -> each.file().sort() != Sort.FOLDER);
        return files ? seen : List.of();
    }

    private void see(ReadableFile file, State state) {
        seen.add(new SeenFile(file, state));
    }

    /** Of a folder of which there is no list one is made. */
    private List<ReadableFile> listed() throws IOException {
        List<ReadableFile> files = new ArrayList<>();
        for (ReadableFile file : end.files()) {
            if (file.sort() != Sort.TREE) {
                files.add(file);
            } else if (Files.isDirectory(file.path(), LinkOption.NOFOLLOW_LINKS)) {
                FileSelection tree = new SelectionScanner(cancel).scan(List.of(file.path()));
                for (FileItem item : tree.items()) {
                    files.add(ReadableFile.now(item.source(), item.path()));
                }
            }
        }
        return files;
    }

    private void look(ReadableFile file) {
        ReadableFile now;
        try {
            now = ReadableFile.now(file.path(), file.entry());
        } catch (IOException e) {
            if (Presence.of(file.path()) == Presence.ABSENT) {
                missing.add(file);
            } else {
                see(file, State.THERE); // it cannot be inspected, so it may still be readable
            }
            return;
        }
        finishTakingBack(file);
        ReadableFile here = file.withInTrash(Optional.empty());
        if (file.looksLike(now)) {
            see(here, State.THERE);
        } else if (hasDigestOf(file, now)) {
            see(now.withSha256(file.sha256()), State.THERE);
        } else {
            changed.add(here);
        }
    }

    /** Deletes the name in the trash if a process ended while it restored the file. */
    private void finishTakingBack(ReadableFile file) {
        InTrash place = file.inTrash().orElse(null);
        try {
            if (place != null
                    && trash.isPresent()
                    && file.isFile()
                    && Presence.of(place.file()) == Presence.EXISTS
                    && Files.isSameFile(place.file(), file.path())) {
                trash.get().purge(place);
            }
        } catch (IOException e) {
            return; // the next scan tries again
        }
    }

    /** Only its time is another one. */
    private boolean hasDigestOf(ReadableFile file, ReadableFile now) {
        boolean possible =
                file.sha256().isPresent()
                        && file.isFile()
                        && now.isFile()
                        && now.size() == file.size();
        if (!possible) {
            return false;
        }
        try (InputStream in = Contents.of(now, now.path())) {
            return file.sha256().get().equals(Sha256.of(in, cancel));
        } catch (IOException e) {
            return false;
        }
    }

    private Map<Path, List<InTrash>> inTrash() {
        if (trash.isEmpty() || (missing.isEmpty() && changed.isEmpty())) {
            return Map.of();
        }
        Set<Path> places = new LinkedHashSet<>();
        missing.forEach(file -> places.add(file.path()));
        changed.forEach(file -> places.add(file.path()));
        return trash.get().find(places);
    }

    private static boolean isSame(ReadableFile file, Path place) {
        try {
            return file.looksLike(ReadableFile.now(place, file.entry()));
        } catch (IOException e) {
            return false;
        }
    }

    private boolean isAway(Path path) {
        return end.volumes().stream()
                .filter(path::startsWith)
                .max((one, other) -> one.getNameCount() - other.getNameCount())
                .filter(top -> !Volume.isThere(top))
                .isPresent();
    }

    /** What has another name now, in one of the folders that the files are in. */
    private final class Moved {
        private final Set<Path> known = new HashSet<>();
        private final Map<Long, List<ReadableFile>> bySize = new HashMap<>();

        Moved() {
            end.files().forEach(file -> known.add(file.path()));
            Set<Path> folders = new LinkedHashSet<>();
            missing.stream()
                    .filter(ReadableFile::isFile)
                    .forEach(file -> folders.add(file.path().getParent()));
            if (!folders.isEmpty()) {
                end.files().forEach(file -> folders.add(file.path().getParent()));
            }
            int left = MOST_CANDIDATES;
            for (Path folder : folders) {
                left = collect(folder, left);
            }
        }

        private int collect(Path folder, int most) {
            int left = most;
            try (DirectoryStream<Path> files = Files.newDirectoryStream(folder)) {
                for (Path path : files) {
                    cancel.check();
                    if (left-- <= 0) {
                        break;
                    }
                    if (!known.contains(path)) {
                        add(path);
                    }
                }
            } catch (IOException | DirectoryIteratorException e) {
                return left; // that folder is gone too
            }
            return left;
        }

        private void add(Path path) {
            ReadableFile found;
            try {
                found = ReadableFile.now(path, "");
            } catch (IOException e) {
                return; // deleted during the scan: continue with the other files
            }
            if (Contents.kind(found) == ItemKind.FILE && found.isFile()) {
                bySize.computeIfAbsent(found.size(), size -> new ArrayList<>()).add(found);
            }
        }

        /** The same thing for the file system, or the same contents. */
        Optional<Path> find(ReadableFile file) {
            if (!file.isFile()) {
                return Optional.empty();
            }
            List<ReadableFile> candidates = bySize.getOrDefault(file.size(), List.of());
            for (ReadableFile candidate : candidates) {
                boolean same = file.key().isPresent() && candidate.key().equals(file.key());
                boolean alike =
                        file.sha256().isPresent()
                                ? hasDigestOf(file, candidate)
                                : same && candidate.modified().equals(file.modified());
                if (alike) {
                    return Optional.of(candidate.path());
                }
            }
            return Optional.empty();
        }
    }
}
