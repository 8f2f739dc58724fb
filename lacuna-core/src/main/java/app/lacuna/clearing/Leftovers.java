package app.lacuna.clearing;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import app.lacuna.files.Presence;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Takes away what dead processes have left, by what their journals say. */
final class Leftovers {
    /** A stick that has not been there for so long will not come back with our files on it. */
    private static final Duration PATIENCE = Duration.ofDays(90);

    private final Path folder;
    private final EndStore ends;
    private int removed;

    Leftovers(Path folder, EndStore ends) {
        this.folder = folder;
        this.ends = ends;
    }

    int remove() throws IOException {
        List<Path> journals = new ArrayList<>();
        try (DirectoryStream<Path> found = Files.newDirectoryStream(folder, "*" + Journal.ENDING)) {
            found.forEach(journals::add);
        } catch (DirectoryIteratorException e) {
            throw e.getCause();
        }
        for (Path journal : journals) {
            removeOf(journal);
        }
        return removed;
    }

    private void removeOf(Path file) {
        try {
            Optional<Journal> dead = Journal.ofDeadProcess(file);
            if (dead.isEmpty()) {
                return;
            }
            try (Journal journal = dead.get()) {
                List<Line> lines = journal.lines();
                for (LooseEnd end : Unsettled.of(lines)) {
                    ends.put(end);
                }
                Set<Path> gone = new HashSet<>();
                lines.stream()
                        .filter(line -> line.mark() == Mark.GONE)
                        .forEach(line -> gone.add(line.path()));
                boolean all = true;
                for (Line line : lines) {
                    all &= isRemoved(line, gone.contains(line.path()), journal);
                }
                if (all) {
                    journal.delete();
                }
            }
        } catch (IOException e) {
            // in use after all, or unreadable: the next start tries again
        }
    }

    private boolean isRemoved(Line line, boolean gone, Journal journal) throws IOException {
        return switch (line.mark()) {
            case TEMPORARY -> areTemporariesRemoved(line, journal.token());
            case OWN -> isOwnFolderRemoved(line);
            case ASIDE -> gone || AsideRecovery.isDone(line);
            case PART -> gone || isPartDone(line, journal);
            case BASE, READABLE, SETTLED, GONE -> true;
        };
    }

    /** Only names are taken away: the file may have got another one just before the end. */
    private boolean areTemporariesRemoved(Line line, String token) {
        boolean all = true;
        String pattern = Register.PREFIX + token + "-*" + Register.TEMPORARY_FILE;
        try (DirectoryStream<Path> left = Files.newDirectoryStream(line.path(), pattern)) {
            for (Path file : left) {
                all &= counted(Clearer.delete(file));
            }
            return all;
        } catch (NoSuchFileException e) {
            return isOld(line);
        } catch (IOException | DirectoryIteratorException e) {
            return false;
        }
    }

    /** Deletes the part of an incomplete set. Records the part of a complete set as done. */
    private boolean isPartDone(Line line, Journal journal) throws IOException {
        Presence last = Presence.of(line.archive().orElse(line.path()));
        if (last == Presence.UNKNOWN) {
            return false;
        }
        if (last == Presence.EXISTS) {
            journal.append(List.of(new Line(Mark.GONE, line.path(), "", Instant.now())), true);
            return true;
        }
        if (Presence.of(line.path()) != Presence.EXISTS) {
            return Presence.of(requireNonNull(line.path().getParent())) == Presence.EXISTS
                    || isOld(line);
        }
        Optional<String> key = ReadableFile.now(line.path(), "").key();
        boolean ours = key.filter(line.kind()::equals).isPresent();
        return !ours || counted(Clearer.delete(line.path()));
    }

    private boolean isOwnFolderRemoved(Line line) {
        boolean ours =
                line.mark() == Mark.OWN
                        && String.valueOf(line.path().getFileName()).startsWith(Register.PREFIX);
        boolean all = true;
        if (ours) {
            for (Cleared cleared : Clearer.wipeOwn(line.path())) {
                all &= counted(cleared);
            }
        }
        return all;
    }

    private boolean counted(Cleared cleared) {
        if (cleared.isGone()) {
            removed++;
        }
        return cleared.isGone();
    }

    private static boolean isOld(Line line) {
        return line.since().isBefore(Instant.now().minus(PATIENCE));
    }
}
