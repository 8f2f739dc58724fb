package app.lacuna.clearing;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

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

    /** The files are not there any more, nor in the trash. */
    public static void gone(Collection<Path> places) {
        Set<Path> all = new HashSet<>();
        places.forEach(place -> all.add(place.toAbsolutePath()));
        forget(file -> all.contains(file.path()));
    }

    /** Nothing is there any more in this folder. */
    static void goneBelow(Path folder) {
        forget(file -> file.path().startsWith(folder));
    }

    /** The files are in the trash now. */
    public static void trashed(Map<Path, InTrash> places) {
        changeFiles(
                places.keySet(), file -> file.withInTrash(Optional.of(places.get(file.path()))));
    }

    /** The files are out of the trash again: where each of them is now. */
    public static void takenBack(Map<Path, Path> places) {
        changeFiles(
                places.keySet(),
                file -> file.at(places.get(file.path())).withInTrash(Optional.empty()));
    }

    private static void changeFiles(Set<Path> which, UnaryOperator<ReadableFile> change) {
        if (!which.isEmpty()) {
            changeEach(
                    end -> true,
                    end ->
                            end.withFiles(
                                    end.files().stream()
                                            .map(
                                                    file ->
                                                            which.contains(file.path())
                                                                    ? change.apply(file)
                                                                    : file)
                                            .toList()));
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
