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
 * <p>Where nothing can be recorded, no file is moved out of reach, so none is cleared or replaced;
 * all else works the same. Safe to use from several threads.
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
            use(
                    folder.get(),
                    Journal.create(folder.get(), TOKEN + Long.toHexString(System.nanoTime())));
        }
    }

    static synchronized void use(Path folder, Journal journal) {
        EndStore ends = new EndStore(folder.resolve("ends"));
        current = Optional.of(new Register(folder, journal, ends));
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
        Ends.goneBelow(place.toAbsolutePath());
    }

    /** Where loose ends are kept from start to start. */
    static Optional<EndStore> ends() {
        return current().map(register -> register.ends);
    }

    /** A job has come to its end. */
    static void settle(LooseEnd end, Line settled) {
        current().ifPresent(register -> register.remember(end, settled));
    }

    private void remember(LooseEnd end, Line settled) {
        try {
            if (!end.files().isEmpty()) {
                Ends.remember(ends, end);
            }
            journal.append(List.of(settled), false);
        } catch (IOException e) {
            // the journal has it: the next start will try again
        }
    }

    /**
     * Before a part of a set gets its name. If the process ends before the last one has its name,
     * the next start deletes the part.
     *
     * @param written where the part is until then
     */
    public static void part(Path name, Path written, Path last) throws IOException {
        Path absolute = name.toAbsolutePath();
        Optional<String> key = ReadableFile.now(written, "").key();
        if (Journal.canName(absolute) && key.isPresent()) {
            Optional<Path> end = Optional.of(last.toAbsolutePath());
            note(List.of(new Line(Mark.PART, absolute, key.get(), Instant.now(), "", end)), true);
        }
    }

    /** All parts of a set have their names, or none has. */
    public static void partsAreDone(List<Path> names) {
        List<Line> lines =
                names.stream()
                        .map(Path::toAbsolutePath)
                        .filter(Journal::canName)
                        .map(name -> line(Mark.GONE, name))
                        .toList();
        if (!lines.isEmpty()) { // a single file has no parts
            note(lines, true);
        }
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

    /**
     * Records what must not be done without a record.
     *
     * @throws NotRecordedException if it is not on the device: no register, or its disk is full
     */
    static void require(Line line) throws NotRecordedException {
        Optional<Register> register = current();
        boolean recorded =
                register.isPresent()
                        && Journal.canName(line.path())
                        && register.get().append(List.of(line), true);
        if (!recorded) {
            throw new NotRecordedException();
        }
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
                        case BASE, READABLE, PART, SETTLED, GONE -> false;
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
