package app.lacuna.selection;

import static java.util.Objects.requireNonNull;

import app.lacuna.error.SourceUnreadable;
import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.util.Optional;

/**
 * Reads a file that somebody may be working on: what it is before and after reading is compared,
 * and if it is not the same it is read once more. Whatever makes something of files reads them
 * through this.
 */
public final class SteadyReader {
    private static final int READINGS = 2;

    private final ItemReader disk = new ItemReader();

    /** What is made of a file. */
    public interface Reading<T> {
        /**
         * @param now what the file is at the moment
         * @throws SourceUnreadable if reading fails, with the cause
         * @throws ShortRead if it ended before it should have
         */
        T read(FileItem now) throws IOException;

        /** How many bytes of contents were read. */
        long bytes(T made);

        /** It was not what the file is by now, and will be made once more, or not at all. */
        void discard(T made) throws IOException;

        /** Reading did not come to its end; what was begun is to be taken back. */
        void giveUp() throws IOException;
    }

    /** A file ended in the middle of what was to be read: somebody has cut it. */
    public static final class ShortRead extends IOException {
        private static final long serialVersionUID = 1L;

        public ShortRead() {
            super("shorter than it was");
        }
    }

    /**
     * What has come of it: something made, or the reason why not.
     *
     * @param item the file as it was when it was read
     * @param steady whether it was the same before and after
     */
    public record Result<T>(
            FileItem item, Optional<T> made, boolean steady, Optional<LeftOut.Reason> lost) {
        private static <T> Result<T> lost(FileItem item, LeftOut.Reason reason) {
            return new Result<>(item, Optional.empty(), false, Optional.of(reason));
        }
    }

    /**
     * Trouble with the file ends in a result; everything else that {@code reading} throws is
     * thrown.
     */
    public <T> Result<T> read(FileItem chosen, Reading<T> reading) throws IOException {
        for (int number = 1; ; number++) {
            boolean last = number == READINGS;
            Optional<FileItem> now;
            try {
                now = disk.readAgain(chosen);
            } catch (IOException e) {
                return Result.lost(chosen, reasonOf(e));
            }
            if (now.isEmpty()) {
                return Result.lost(chosen, LeftOut.Reason.SPECIAL_FILE);
            }
            T made;
            try {
                made = reading.read(now.get());
            } catch (ShortRead e) {
                reading.giveUp();
                if (last) {
                    return Result.lost(chosen, LeftOut.Reason.CHANGING);
                }
                continue;
            } catch (SourceUnreadable e) {
                reading.giveUp();
                return Result.lost(chosen, reasonOf(requireNonNull(e.getCause())));
            }
            boolean steady = reading.bytes(made) == now.get().size() && isStill(chosen, now.get());
            if (steady || last) {
                return new Result<>(now.get(), Optional.of(made), steady, Optional.empty());
            }
            reading.discard(made);
        }
    }

    private boolean isStill(FileItem chosen, FileItem before) {
        try {
            return disk.readAgain(chosen).filter(before::equals).isPresent();
        } catch (IOException e) {
            return false;
        }
    }

    private static LeftOut.Reason reasonOf(Throwable cause) {
        return cause instanceof NoSuchFileException
                ? LeftOut.Reason.GONE
                : LeftOut.Reason.UNREADABLE;
    }
}
