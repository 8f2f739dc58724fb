package app.lacuna.state;

import static java.util.Objects.requireNonNull;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.ReentrantLock;

/**
 * One file of what is remembered, as JSON (RFC 8259). A change is read, made and written while
 * other processes wait, and is there whole or not at all. What this version does not know, another
 * one has put there: it stays as it is. A file that can not be understood is put aside under
 * another name, never written over.
 */
public final class StateFile {
    private static final String VERSION = "version";
    private static final Map<Path, ReentrantLock> OWN = new ConcurrentHashMap<>();

    private final Path file;
    private final int version;
    private final boolean ownFolder;

    /** Made when the first file is read or written: it takes a third of a second to load. */
    private static final class Json {
        private static final ObjectMapper MAPPER =
                new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);
    }

    /** What is to be done to the content while nobody else can. */
    @FunctionalInterface
    public interface Change {
        void on(ObjectNode content) throws IOException;
    }

    /**
     * @param version of what this program writes; a higher number in the file stays
     */
    public StateFile(Path file, int version) {
        this(file, version, true);
    }

    private StateFile(Path file, int version, boolean ownFolder) {
        this.file = file.toAbsolutePath();
        this.version = version;
        this.ownFolder = ownFolder;
    }

    /** In a folder that exists and belongs to the user: its permissions stay as they are. */
    public static StateFile inFolderOfUser(Path file, int version) {
        return new StateFile(file, version, false);
    }

    /** What is remembered; nothing if there is no file, or none that can be understood. */
    public ObjectNode read() throws IOException {
        try {
            return parsed();
        } catch (NoSuchFileException | JsonProcessingException e) {
            return Json.MAPPER.createObjectNode();
        }
    }

    private ObjectNode parsed() throws IOException {
        JsonNode content = Json.MAPPER.readTree(Files.readAllBytes(file));
        if (content instanceof ObjectNode object) {
            return object;
        }
        throw new NoObject();
    }

    /** It is JSON, and something else than what was ever written here. */
    private static final class NoObject extends JsonProcessingException {
        private static final long serialVersionUID = 1L;

        NoObject() {
            super("not an object");
        }
    }

    /** Reads, changes, writes; nobody else's change in between is lost. */
    public void change(Change change) throws IOException {
        if (ownFolder) {
            PrivatePlaces.makeFolder(requireNonNull(file.getParent()));
        }
        ReentrantLock own = OWN.computeIfAbsent(file, path -> new ReentrantLock());
        own.lock();
        try (FileChannel guard =
                        FileChannel.open(
                                sibling(".lock"),
                                Set.of(StandardOpenOption.CREATE, StandardOpenOption.WRITE),
                                PrivatePlaces.forFile(file));
                FileLock lock = guard.lock()) {
            ObjectNode content = readOrPutAside();
            change.on(content);
            if (content.path(VERSION).asInt(0) < version) {
                content.put(VERSION, version);
            }
            // under the lock, so the name beside it is always this process's own
            WholeFile.replace(sibling(".new"), file, Json.MAPPER.writeValueAsBytes(content));
            assert lock.isValid();
        } finally {
            own.unlock();
        }
    }

    private ObjectNode readOrPutAside() throws IOException {
        try {
            return parsed();
        } catch (NoSuchFileException e) {
            return Json.MAPPER.createObjectNode();
        } catch (JsonProcessingException e) {
            for (int number = 1; ; number++) {
                Path aside = sibling(".damaged-" + number);
                if (!Files.exists(aside)) {
                    Files.move(file, aside);
                    return Json.MAPPER.createObjectNode();
                }
            }
        }
    }

    private Path sibling(String ending) {
        return file.resolveSibling(file.getFileName() + ending);
    }
}
