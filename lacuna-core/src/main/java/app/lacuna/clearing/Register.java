package app.lacuna.clearing;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import app.lacuna.state.PrivatePlaces;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * What this program has on disk that must not be forgotten: temporary files, folders of its own
 * with readable copies, and readable files that the user wanted somewhere. It is written down
 * before it is on disk. What a dead process has left of the first two is taken away at the next
 * start: temporary files by their names only, whatever is in them, since one of them may just have
 * got its real name as well. What could not be taken away is tried again at the start after that.
 *
 * <p>Where nothing can be remembered, nothing is taken away, and all else works the same. Safe to
 * use from several threads.
 */
public final class Register {
    /** Temporary files and folders of this process begin with this and its token. */
    public static final String PREFIX = ".lacuna-";

    public static final String TEMPORARY_FILE = ".part";
    public static final String OWN_FOLDER = ".private";

    private static final String TOKEN =
            ProcessHandle.current().pid()
                    + "x"
                    + Long.toHexString(new SecureRandom().nextLong() >>> 16);
    private static Optional<Register> current = Optional.empty();

    private final Path folder;
    private final Journal journal;
    private final EndStore ends;
    private final Set<Path> temporaryPlaces = new HashSet<>();

    private Register(Path folder, Journal journal, EndStore ends) {
        this.folder = folder;
        this.journal = journal;
        this.ends = ends;
    }

    /**
     * Called once when a program starts: takes away what dead processes have left, and remembers
     * from now on what this one makes.
     *
     * @param stateFolder where the program keeps its own state; made if it is not there
     * @return how many files were taken away
     */
    public static synchronized int start(Path stateFolder) {
        Path folder = stateFolder.toAbsolutePath().resolve("register");
        EndStore ends = new EndStore(folder.resolve("ends"));
        try {
            PrivatePlaces.makeFolder(stateFolder.toAbsolutePath());
            PrivatePlaces.makeFolder(folder);
            int removed = new Leftovers(folder, ends).remove();
            if (current.isEmpty()) {
                Register own = new Register(folder, Journal.create(folder, TOKEN), ends);
                current = Optional.of(own);
                Runtime.getRuntime().addShutdownHook(new Thread(own::finish, "lacuna-register"));
            }
            return removed;
        } catch (IOException e) {
            return 0; // a place that can not be written: see above
        }
    }

    /** Tests work with registers of their own, one after the other. */
    static synchronized void use(Optional<Path> folder) throws IOException {
        if (current.isPresent()) {
            current.get().finish();
            current.get().journal.close();
            current = Optional.empty();
        }
        if (folder.isPresent()) {
            PrivatePlaces.makeFolder(folder.get());
            Journal journal =
                    Journal.create(folder.get(), TOKEN + Long.toHexString(System.nanoTime()));
            current =
                    Optional.of(
                            new Register(
                                    folder.get(),
                                    journal,
                                    new EndStore(folder.get().resolve("ends"))));
        }
    }

    /** For names that no other process uses. */
    public static String token() {
        return TOKEN;
    }

    private static synchronized Optional<Register> current() {
        return current;
    }

    /** Before the first temporary file is written there. */
    public static void temporariesIn(Path place) {
        current().ifPresent(register -> register.rememberTemporaries(place.toAbsolutePath()));
    }

    private void rememberTemporaries(Path place) {
        synchronized (temporaryPlaces) {
            if (!Journal.canName(place) || !temporaryPlaces.add(place)) {
                return;
            }
            if (!append(List.of(line(Mark.TEMPORARY, place)), true)) {
                temporaryPlaces.remove(place);
            }
        }
    }

    /** Before a folder is made in which readable copies will be. */
    public static void ownFolder(Path place) {
        note(Mark.OWN, place, true);
    }

    /** The folder and everything in it is gone. */
    public static void ownFolderIsGone(Path place) {
        note(Mark.GONE, place, false);
        Path absolute = place.toAbsolutePath();
        current().ifPresent(register -> register.forget(file -> file.path().startsWith(absolute)));
    }

    /** The files are not there any more, nor in the trash. */
    public static void gone(Collection<Path> places) {
        Set<Path> all = new HashSet<>();
        places.forEach(place -> all.add(place.toAbsolutePath()));
        current().ifPresent(register -> register.forget(file -> all.contains(file.path())));
    }

    /** The files are in the trash now. */
    public static void trashed(Map<Path, InTrash> places) {
        if (!places.isEmpty()) {
            current().ifPresent(register -> register.moveToTrash(places));
        }
    }

    private void moveToTrash(Map<Path, InTrash> places) {
        changeFiles(
                file ->
                        places.containsKey(file.path())
                                ? file.withInTrash(Optional.of(places.get(file.path())))
                                : file);
    }

    /** The files are out of the trash again: where each of them is now. */
    public static void takenBack(Map<Path, Path> places) {
        if (!places.isEmpty()) {
            current()
                    .ifPresent(
                            register ->
                                    register.changeFiles(
                                            file ->
                                                    places.containsKey(file.path())
                                                            ? file.at(places.get(file.path()))
                                                                    .withInTrash(Optional.empty())
                                                            : file));
        }
    }

    private void changeFiles(UnaryOperator<ReadableFile> change) {
        changeEach(end -> true, end -> end.withFiles(end.files().stream().map(change).toList()));
    }

    private void forget(Predicate<ReadableFile> which) {
        changeEach(
                end -> true,
                end ->
                        end.files().stream().anyMatch(which)
                                ? end.withFiles(
                                        end.files().stream().filter(which.negate()).toList())
                                : end);
    }

    /** Those of one archive. */
    public static void changeOf(Path archive, UnaryOperator<LooseEnd> change) {
        Path absolute = archive.toAbsolutePath();
        current()
                .ifPresent(
                        register ->
                                register.changeEach(
                                        end -> end.archive().filter(absolute::equals).isPresent(),
                                        change));
    }

    private void changeEach(Predicate<LooseEnd> which, UnaryOperator<LooseEnd> change) {
        try {
            ends.changeAll(which, change);
        } catch (IOException e) {
            // it is found to be gone when somebody looks
        }
    }

    /** What is known to be readable somewhere, the oldest first. */
    public static List<LooseEnd> ends() {
        return current().map(register -> register.ends.all()).orElse(List.of());
    }

    /**
     * Makes something else of one, while nobody else can; it goes when no files are left of it.
     *
     * @throws IOException if it can not be remembered
     */
    public static void change(String id, UnaryOperator<LooseEnd> change) throws IOException {
        Optional<Register> register = current();
        if (register.isPresent()) {
            register.get().ends.change(id, change);
        }
    }

    /** The archive has been read back whole at this moment. */
    public static void proved(Path archive, Instant when) {
        changeOf(archive, end -> end.withProved(when));
    }

    static void settle(LooseEnd end, Line settled) {
        current().ifPresent(register -> register.remember(end, settled));
    }

    private void remember(LooseEnd end, Line settled) {
        try {
            if (!end.files().isEmpty()) {
                ends.changeAll(older -> isOlder(older, end), older -> withoutNewer(older, end));
            }
            if (!end.files().isEmpty()) {
                ends.put(end);
            }
            journal.append(List.of(settled), false);
        } catch (IOException e) {
            // the journal has it: the next start will try again
        }
    }

    private static boolean isOlder(LooseEnd older, LooseEnd newer) {
        return older.kind() == newer.kind()
                && older.archive().equals(newer.archive())
                && !older.id().equals(newer.id());
    }

    /** What was packed or taken out once more is spoken of once. */
    private static LooseEnd withoutNewer(LooseEnd older, LooseEnd newer) {
        Set<Path> places = new HashSet<>();
        newer.files().forEach(file -> places.add(file.path()));
        return older.withFiles(
                older.files().stream()
                        .filter(file -> file.inTrash().isPresent() || !places.contains(file.path()))
                        .toList());
    }

    static void note(Mark mark, Path place, boolean durable) {
        Path absolute = place.toAbsolutePath();
        if (Journal.canName(absolute)) {
            note(List.of(line(mark, absolute)), durable);
        }
    }

    static void note(List<Line> lines, boolean durable) {
        current().ifPresent(register -> register.append(lines, durable));
    }

    private static Line line(Mark mark, Path place) {
        return new Line(mark, place, "", Instant.now());
    }

    private boolean append(List<Line> lines, boolean durable) {
        try {
            journal.append(lines, durable);
            return true;
        } catch (IOException e) {
            return false; // see above
        }
    }

    /** At the end: the journal goes only if nothing that it speaks of is left. */
    private void finish() {
        try {
            List<Line> lines = journal.lines();
            for (LooseEnd end : Unsettled.of(lines)) {
                ends.put(end);
            }
            if (isClean(lines)) {
                journal.delete();
            }
        } catch (IOException e) {
            // it stays: the next start will look
        }
    }

    private static boolean isClean(List<Line> lines) {
        for (Line line : lines) {
            boolean left =
                    switch (line.mark()) {
                        case OWN, ASIDE -> Files.exists(line.path(), LinkOption.NOFOLLOW_LINKS);
                        case TEMPORARY -> hasTemporaries(line.path());
                        case BASE, READABLE, SETTLED, GONE -> false;
                    };
            if (left) {
                return false;
            }
        }
        return true;
    }

    private static boolean hasTemporaries(Path place) {
        List<Path> found = new ArrayList<>();
        try (DirectoryStream<Path> files =
                Files.newDirectoryStream(place, PREFIX + TOKEN + "-*" + TEMPORARY_FILE)) {
            files.forEach(found::add);
            return !found.isEmpty();
        } catch (IOException | DirectoryIteratorException e) {
            return false; // a folder that is gone, or a stick that was taken out
        }
    }

    @Override
    public String toString() {
        return "Register[" + folder + "]";
    }
}
