package app.lacuna.clearing;

import static java.util.Objects.requireNonNull;

import app.lacuna.files.DurableFolder;
import app.lacuna.files.Failpoint;
import app.lacuna.state.PrivatePlaces;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemNotFoundException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What one process has on disk, written down line by line before it is there. The file is locked as
 * long as the process lives; one that can be locked belongs to a dead one. Everything goes through
 * the channel that holds the lock: on some systems nothing else can read what is locked.
 */
final class Journal implements AutoCloseable {
    static final String ENDING = ".journal";

    /** What a line says. */
    enum Mark {
        /** A folder in which temporary files are written. */
        TEMPORARY,
        /** A folder of our own, with everything in it. */
        OWN,
        /** A folder in which files are kept out of reach for a moment, and go back from. */
        ASIDE,
        /** A folder that readable files will be in, with others that may be there already. */
        BASE,
        /** A file that the user wanted, or has. */
        READABLE,
        /** A file of a set, useless without the last file of that set. */
        PART,
        /** What was said of the readable files of a batch is remembered in its own place. */
        SETTLED,
        /** It is not there any more. */
        GONE
    }

    /**
     * @param kind of readable files: {@link LooseEnd.Kind}; of a part the key of the file; else
     *     empty
     * @param batch of readable files: of the job that has made them, else empty
     * @param archive of readable files: where they are locked too; of a part the last of its set
     * @param volume of a folder with files out of reach: where its disk was mounted
     */
    record Line(
            Mark mark,
            Path path,
            String kind,
            Instant since,
            String batch,
            Optional<Path> archive,
            Optional<Path> volume) {
        Line(Mark mark, Path path, String kind, Instant since) {
            this(mark, path, kind, since, "", Optional.empty(), Optional.empty());
        }

        Line(
                Mark mark,
                Path path,
                String kind,
                Instant since,
                String batch,
                Optional<Path> archive) {
            this(mark, path, kind, since, batch, archive, Optional.empty());
        }
    }

    /** Alone and not with its trees: every start of the program writes such lines. */
    private static final JsonFactory JSON = new JsonFactory();

    private final Path file;
    private final FileChannel channel;
    private final FileLock lock;
    private boolean nameIsDurable;

    private Journal(Path file, FileChannel channel, FileLock lock) {
        this.file = file;
        this.channel = channel;
        this.lock = lock;
    }

    /** A new one: two processes never share a token, not even with the same number. */
    static Journal create(Path folder, String token) throws IOException {
        Path file = folder.resolve(token + ENDING);
        FileChannel channel =
                FileChannel.open(
                        file,
                        Set.of(
                                StandardOpenOption.CREATE_NEW,
                                StandardOpenOption.READ,
                                StandardOpenOption.WRITE),
                        PrivatePlaces.forFile(file));
        return locked(file, channel)
                .orElseThrow(() -> new IOException("somebody else has locked a new file"));
    }

    /** Empty if its process is alive. */
    static Optional<Journal> ofDeadProcess(Path file) throws IOException {
        return locked(
                file, FileChannel.open(file, StandardOpenOption.READ, StandardOpenOption.WRITE));
    }

    private static Optional<Journal> locked(Path file, FileChannel channel) throws IOException {
        try {
            FileLock lock = channel.tryLock();
            if (lock != null) {
                return Optional.of(new Journal(file, channel, lock));
            }
        } catch (OverlappingFileLockException e) {
            // this process has it
        }
        channel.close();
        return Optional.empty();
    }

    /** The token of its process. */
    String token() {
        String name = file.getFileName().toString();
        return name.substring(0, name.length() - ENDING.length());
    }

    /**
     * @param durable whether to wait until the lines are on the device
     */
    synchronized void append(List<Line> lines, boolean durable) throws IOException {
        StringWriter text = new StringWriter();
        for (Line line : lines) {
            write(line, text);
            text.append('\n');
        }
        ByteBuffer bytes = StandardCharsets.UTF_8.encode(text.toString());
        long at = channel.size();
        while (bytes.hasRemaining()) {
            at += channel.write(bytes, at);
        }
        if (durable) {
            channel.force(false);
            forceName();
        }
        Failpoint.reached("journal.written");
    }

    /** Called late, because most processes write nothing that must survive a power cut. */
    private void forceName() {
        if (!nameIsDurable) {
            DurableFolder.force(requireNonNull(file.toAbsolutePath().getParent()));
            nameIsDurable = true;
        }
    }

    private static void write(Line line, StringWriter text) throws IOException {
        try (JsonGenerator out = JSON.createGenerator(text)) {
            out.writeStartObject();
            out.writeStringField("mark", line.mark().name());
            out.writeStringField("path", EndFile.address(line.path()));
            out.writeStringField("kind", line.kind());
            out.writeStringField("since", line.since().toString());
            out.writeStringField("batch", line.batch());
            if (line.archive().isPresent()) {
                out.writeStringField("archive", EndFile.address(line.archive().get()));
            }
            if (line.volume().isPresent()) {
                out.writeStringField("volume", EndFile.address(line.volume().get()));
            }
            out.writeEndObject();
        }
    }

    /** A line that was cut off by the end of the process, or is of another version, is left out. */
    synchronized List<Line> lines() throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(Math.toIntExact(channel.size()));
        while (bytes.hasRemaining() && channel.read(bytes, bytes.position()) > 0) {
            // until all is there
        }
        List<Line> lines = new ArrayList<>();
        StandardCharsets.UTF_8
                .decode(bytes.flip())
                .toString()
                .lines()
                .forEach(text -> parsed(text).ifPresent(lines::add));
        return lines;
    }

    private static Optional<Line> parsed(String text) {
        try {
            Map<String, String> fields = EndFile.fields(text);
            return Optional.of(
                    new Line(
                            Mark.valueOf(requireNonNull(fields.get("mark"))),
                            EndFile.path(requireNonNull(fields.get("path"))),
                            requireNonNull(fields.get("kind")),
                            Instant.parse(fields.get("since")),
                            fields.getOrDefault("batch", ""),
                            Optional.ofNullable(fields.get("archive")).map(EndFile::path),
                            Optional.ofNullable(fields.get("volume")).map(EndFile::path)));
        } catch (IOException | RuntimeException e) {
            return Optional.empty(); // whatever is wrong with it, it says nothing
        }
    }

    /** Whether it can be written down: only what lies in the system's own files. */
    static boolean canName(Path path) {
        try {
            return path.getFileSystem() == FileSystems.getDefault();
        } catch (FileSystemNotFoundException e) {
            return false;
        }
    }

    /** Nothing of what it says is there any more. */
    void delete() throws IOException {
        close();
        Files.deleteIfExists(file);
    }

    @Override
    public void close() throws IOException {
        if (lock.isValid()) {
            lock.release();
        }
        channel.close();
    }
}
