package app.lacuna.staging;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.Register;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One or many files that belong together: all of them get their names or none does. The last one
 * gets its name last, and the others are of no use without it. Call order: {@link #add} and write,
 * {@link #force}, {@link #publish} once; closing deletes what was not published.
 */
public final class StagedSet implements AutoCloseable {
    private final Target target;
    private final Naming naming;
    private final Path workplace;
    private final List<StagedFile> files = new ArrayList<>();
    private final Map<Path, FileMark> marks = new LinkedHashMap<>();

    /** What the files are called. */
    @FunctionalInterface
    public interface Naming {
        /** The last one has the name itself. */
        List<Path> of(Path name, int count);

        /** For sets of one. */
        static Naming single() {
            return (name, count) -> List.of(name);
        }
    }

    /**
     * @param workplace where the files are until they get their names: beside the target if absent.
     *     In a folder that is copied somewhere else by itself, unfinished files are copied too
     */
    public StagedSet(Target target, Naming naming, Optional<Path> workplace) {
        this.target = target;
        this.naming = naming;
        this.workplace = workplace.orElse(target.folder());
    }

    /** An empty file for the next part, open for reading and writing. */
    public FileChannel add() throws IOException {
        try {
            // What replaces a file is at no moment readable by more people than that was.
            StagedFile file =
                    target.before().isPresent()
                            ? StagedFile.privateIn(workplace)
                            : StagedFile.in(workplace);
            files.add(file);
            return file.channel();
        } catch (IOException e) {
            throw new TargetUnusable(workplace, e);
        }
    }

    /** The last part is not needed after all. */
    public void removeLast() throws IOException {
        files.remove(files.size() - 1).close();
    }

    /** Waits until everything is on the device. */
    public void force() throws IOException {
        for (StagedFile file : files) {
            file.force();
        }
    }

    /** Where the bytes are until they get their names. */
    public List<Path> temporaries() {
        return files.stream().map(StagedFile::temporary).toList();
    }

    /**
     * Under the name that was asked for.
     *
     * @return the names, in the order of the files
     * @throws TargetExists if one of the names is taken; none of the new ones is there then
     */
    public List<Path> publish(Existing existing) throws IOException {
        if (existing.replaces() && files.size() > 1) {
            throw new IllegalArgumentException("many files are not exchanged in one step");
        }
        if (target.before().isPresent() && existing.replaces()) {
            target.before().get().giveOwnershipTo(files.get(0).temporary());
        }
        return publishAs(target.path(), existing);
    }

    /** Beside it, where nothing is: for what must not take the place of something better. */
    public List<Path> publishBeside() throws IOException {
        return publishAs(target.freeBeside(), Existing.KEEP);
    }

    private List<Path> publishAs(Path name, Existing existing) throws IOException {
        List<Path> names = naming.of(name, files.size());
        if (!existing.replaces()) {
            requireFree(names);
        }
        List<Path> done = new ArrayList<>();
        try {
            for (int i = 0; i < names.size(); i++) {
                publish(files.get(i), names, i, existing);
                done.add(names.get(i));
            }
            Register.partsAreDone(allButLast(names));
            return names;
        } catch (IOException e) {
            for (Path published : done) {
                Files.deleteIfExists(published);
            }
            Register.partsAreDone(allButLast(names));
            throw e instanceof FileAlreadyExistsException ? new TargetExists(name) : e;
        }
    }

    /**
     * Identifies the files that were written, after they got their names. The marks were taken
     * before: a file that replaces one of them is never taken for it.
     */
    public FileMarks marks() {
        return FileMarks.of(marks);
    }

    /**
     * On another device it is copied beside its name first: only there it can be given in a step.
     */
    private void publish(StagedFile file, List<Path> names, int number, Existing existing)
            throws IOException {
        Path name = names.get(number);
        Path last = names.get(names.size() - 1);
        Path folder = requireNonNull(name.getParent());
        if (SameDevice.of(file.temporary(), folder)) {
            noteIfPart(name, file, last);
            marks.put(name, FileMark.of(file.temporary()));
            file.publishAs(name, existing);
            return;
        }
        try (StagedFile beside = StagedFile.privateIn(folder)) {
            Files.copy(
                    file.temporary(),
                    beside.temporary(),
                    StandardCopyOption.REPLACE_EXISTING,
                    StandardCopyOption.COPY_ATTRIBUTES);
            beside.force();
            noteIfPart(name, beside, last);
            marks.put(name, FileMark.of(beside.temporary()));
            beside.publishAs(name, existing);
        }
    }

    private static List<Path> allButLast(List<Path> names) {
        return names.subList(0, names.size() - 1);
    }

    private static void noteIfPart(Path name, StagedFile file, Path last) throws IOException {
        if (!name.equals(last)) {
            Register.part(name, file.temporary(), last);
        }
    }

    private static void requireFree(List<Path> names) throws TargetExists {
        for (Path name : names) {
            if (Files.exists(name, LinkOption.NOFOLLOW_LINKS)) {
                throw new TargetExists(name);
            }
        }
    }

    @Override
    public void close() throws IOException {
        IOException failure = null;
        for (StagedFile file : files) {
            try {
                file.close();
            } catch (IOException e) {
                failure = e;
            }
        }
        if (failure != null) {
            throw failure;
        }
    }
}
