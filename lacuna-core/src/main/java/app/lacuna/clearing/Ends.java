package app.lacuna.clearing;

import app.lacuna.files.DurableFolder;
import app.lacuna.files.Presence;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;

/**
 * The loose ends that the {@link Register} keeps, and what becomes of them. Where nothing can be
 * remembered there are none. Safe to use from several threads and processes.
 */
public final class Ends {
    private Ends() {}

    /** What is known to be readable somewhere, the oldest first. */
    public static List<LooseEnd> all() {
        return Register.ends().map(EndStore::all).orElse(List.of());
    }

    /** Records that cannot be read, or not to their end: files that they name may be readable. */
    public static List<Path> damaged() {
        return Register.ends().map(EndStore::damaged).orElse(List.of());
    }

    /** An archive was moved: its records follow it. */
    public static void moved(String fingerprint, Path archive) {
        Path absolute = archive.toAbsolutePath();
        changeEach(
                end ->
                        end.fingerprint().filter(fingerprint::equals).isPresent()
                                && end.archive()
                                        .filter(at -> Presence.of(at) == Presence.ABSENT)
                                        .isPresent(),
                end -> end.withArchive(absolute));
    }

    /**
     * Makes something else of one, while nobody else can; it goes when no files are left of it.
     *
     * @throws IOException if it can not be remembered
     */
    public static void change(String id, UnaryOperator<LooseEnd> change) throws IOException {
        Optional<EndStore> store = Register.ends();
        if (store.isPresent()) {
            store.get().change(id, change);
        }
    }

    /** Makes something else of those of one archive. */
    public static void changeOf(Path archive, UnaryOperator<LooseEnd> change) {
        Path absolute = archive.toAbsolutePath();
        changeEach(end -> end.archive().filter(absolute::equals).isPresent(), change);
    }

    /** The archive has been read back whole at this moment. */
    public static void proved(Path archive, Instant when) {
        changeOf(archive, end -> end.withProved(when));
    }

    /** The files at these places are deleted. What an archive has in the trash is another file. */
    public static void gone(Collection<Path> places) {
        Set<Path> all = new HashSet<>();
        places.forEach(place -> all.add(place.toAbsolutePath()));
        forceFolders(all);
        forget(file -> file.inTrash().isEmpty() && all.contains(file.path()));
    }

    /** These are deleted out of the trash. */
    public static void purged(Collection<InTrash> places) {
        Set<InTrash> all = Set.copyOf(places);
        forceFolders(all.stream().map(InTrash::file).collect(Collectors.toSet()));
        forget(file -> file.inTrash().filter(all::contains).isPresent());
    }

    /** Makes deletions durable. A power cut must not restore files that have no record any more. */
    private static void forceFolders(Set<Path> deleted) {
        deleted.stream().map(Path::getParent).distinct().forEach(DurableFolder::force);
    }

    /** Nothing is there any more in this folder. */
    static void goneBelow(Path folder) {
        forget(file -> file.path().startsWith(folder));
    }

    /**
     * The files are in the trash now.
     *
     * @param files as they were, with the places in the trash
     */
    public static void trashed(Collection<ReadableFile> files) {
        Map<Path, ReadableFile> byPath = new HashMap<>();
        files.forEach(file -> byPath.put(file.path(), file));
        changeFiles(
                !byPath.isEmpty(),
                file -> {
                    ReadableFile now = byPath.get(file.path());
                    return now != null && file.inTrash().isEmpty() && file.looksLike(now)
                            ? file.withInTrash(now.inTrash())
                            : file;
                });
    }

    /** The files are out of the trash again: where each of them is now. */
    public static void takenBack(Map<InTrash, Path> places) {
        forceFolders(places.keySet().stream().map(InTrash::file).collect(Collectors.toSet()));
        changeFiles(
                !places.isEmpty(),
                file ->
                        file.inTrash()
                                .map(places::get)
                                .map(place -> file.at(place).withInTrash(Optional.empty()))
                                .orElse(file));
    }

    private static void changeFiles(boolean any, UnaryOperator<ReadableFile> change) {
        if (any) {
            changeEach(
                    end -> true, end -> end.withFiles(end.files().stream().map(change).toList()));
        }
    }

    private static void forget(Predicate<ReadableFile> which) {
        changeEach(
                end -> true,
                end ->
                        end.files().stream().anyMatch(which)
                                ? end.withFiles(
                                        end.files().stream().filter(which.negate()).toList())
                                : end);
    }

    private static void changeEach(Predicate<LooseEnd> which, UnaryOperator<LooseEnd> change) {
        try {
            Optional<EndStore> store = Register.ends();
            if (store.isPresent()) {
                store.get().changeAll(which, change);
            }
        } catch (IOException e) {
            return; // it is found to be gone when somebody looks
        }
    }

    /**
     * What was packed or taken out once more is spoken of once, and stays wanted if it was.
     *
     * @throws IOException if it can not be remembered
     */
    static void remember(EndStore store, LooseEnd end) throws IOException {
        boolean[] wanted = {end.wanted()};
        store.changeAll(
                older -> isOlder(older, end),
                older -> {
                    wanted[0] |= older.wanted();
                    return withoutNewer(older, end);
                });
        store.put(end.withWanted(wanted[0]));
    }

    private static boolean isOlder(LooseEnd older, LooseEnd newer) {
        return older.kind() == newer.kind()
                && older.archive().equals(newer.archive())
                && !older.id().equals(newer.id());
    }

    private static LooseEnd withoutNewer(LooseEnd older, LooseEnd newer) {
        Set<Path> places = new HashSet<>();
        newer.files().forEach(file -> places.add(file.path()));
        return older.withFiles(
                older.files().stream()
                        .filter(file -> file.inTrash().isPresent() || !places.contains(file.path()))
                        .toList());
    }
}
