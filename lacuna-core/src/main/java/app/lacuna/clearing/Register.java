package app.lacuna.clearing;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import app.lacuna.clearing.ReadableCopy.Kind;
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
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

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
    private final CopyList copies;
    private final Set<Path> temporaryPlaces = new HashSet<>();

    private Register(Path folder, Journal journal, CopyList copies) {
        this.folder = folder;
        this.journal = journal;
        this.copies = copies;
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
        CopyList copies = new CopyList(folder.resolve("readable.json"));
        try {
            PrivatePlaces.makeFolder(stateFolder.toAbsolutePath());
            PrivatePlaces.makeFolder(folder);
            int removed = new Leftovers(folder, copies).remove();
            if (current.isEmpty()) {
                Register own = new Register(folder, Journal.create(folder, TOKEN), copies);
                current = Optional.of(own);
                Runtime.getRuntime().addShutdownHook(new Thread(own::finish, "lacuna-register"));
            }
            return removed;
        } catch (IOException e) {
            return 0; // a place that can not be written: see above
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
            if (!append(List.of(line(Mark.TEMPORARY, place, "")), true)) {
                temporaryPlaces.remove(place);
            }
        }
    }

    /** Before a folder is made in which readable copies will be. */
    public static void ownFolder(Path place) {
        note(Mark.OWN, List.of(place), "", true);
    }

    /** The folder and everything in it is gone. */
    public static void ownFolderIsGone(Path place) {
        note(Mark.GONE, List.of(place), "", false);
    }

    /**
     * Before the first byte of readable files is written.
     *
     * @param places the files, or a folder that they will be in
     */
    public static void readable(Kind kind, List<Path> places) {
        note(Mark.READABLE, places, kind.name(), places.size() == 1);
    }

    /** The files are not there, or not any more. */
    public static void gone(List<Path> places) {
        note(Mark.GONE, places, "", false);
        current().ifPresent(register -> register.copies.remove(places));
    }

    /** What has come to be of it becomes part of what is remembered from start to start. */
    public static void settled() {
        current().ifPresent(Register::settle);
    }

    /** What is known to be readable somewhere, the oldest first. */
    public static List<ReadableCopy> copies() {
        return current().map(register -> register.copies.all()).orElse(List.of());
    }

    private static void note(Mark mark, List<Path> places, String kind, boolean durable) {
        List<Line> lines =
                places.stream()
                        .map(Path::toAbsolutePath)
                        .filter(Journal::canName)
                        .map(place -> line(mark, place, kind))
                        .toList();
        if (!lines.isEmpty()) {
            current().ifPresent(register -> register.append(lines, durable));
        }
    }

    private static Line line(Mark mark, Path place, String kind) {
        return new Line(mark, place, kind, Instant.now());
    }

    private boolean append(List<Line> lines, boolean durable) {
        try {
            journal.append(lines, durable);
            return true;
        } catch (IOException e) {
            return false; // see above
        }
    }

    private void settle() {
        try {
            copies.add(journal.lines());
        } catch (IOException e) {
            // the journal has it: the next start will try again
        }
    }

    /** At the end: the journal goes only if nothing that it speaks of is left. */
    private void finish() {
        try {
            List<Line> lines = journal.lines();
            copies.add(lines);
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
                        case OWN -> Files.exists(line.path(), LinkOption.NOFOLLOW_LINKS);
                        case TEMPORARY -> hasTemporaries(line.path());
                        case READABLE, GONE -> false;
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
