package app.lacuna.generations;

import app.lacuna.failure.DestinationMissing;
import app.lacuna.failure.RoundIsRunning;
import app.lacuna.state.PrivatePlaces;
import app.lacuna.state.StateFile;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.Closeable;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The folder in which the generations of one round lie, with a list of them that says nothing of
 * what is in them. The list carries the round's own mark, by which the right drive is told from one
 * that only has a folder of the same name.
 */
public final class GenerationStore {
    public static final String LIST = "round.json";
    private static final int VERSION = 1;
    private static final String ROUND = "round";
    private static final String GENERATIONS = "generations";
    private static final String REMOVING = "removing";

    private final Path folder;
    private final String round;
    private final StateFile list;

    private GenerationStore(Path folder, String round) {
        this.folder = folder;
        this.round = round;
        this.list = new StateFile(folder.resolve(LIST), VERSION);
    }

    /**
     * The one that is there.
     *
     * @param places where it may be: the first that has the round's mark is taken
     * @throws DestinationMissing if none has
     */
    public static GenerationStore open(List<Path> places, String round) throws IOException {
        for (Path place : places) {
            if (isOf(place, round)) {
                return new GenerationStore(place, round);
            }
        }
        throw new DestinationMissing(places.get(0));
    }

    private static boolean isOf(Path folder, String round) throws IOException {
        return Files.isRegularFile(folder.resolve(LIST))
                && new StateFile(folder.resolve(LIST), VERSION)
                        .read()
                        .path(ROUND)
                        .asText()
                        .equals(round);
    }

    /**
     * Begins one, for the first run.
     *
     * @throws DestinationMissing if the folder around it is not there, or it is another round's
     */
    public static GenerationStore begin(Path folder, String round) throws IOException {
        if (isOf(folder, round)) {
            return new GenerationStore(folder, round);
        }
        Path around = folder.getParent();
        boolean taken = Files.exists(folder.resolve(LIST));
        if (around == null || !Files.isDirectory(around) || taken) {
            throw new DestinationMissing(folder);
        }
        if (!Files.isDirectory(folder)) {
            PrivatePlaces.makeNewFolder(folder);
        }
        GenerationStore store = new GenerationStore(folder, round);
        store.list.change(content -> content.put(ROUND, round));
        return store;
    }

    public Path folder() {
        return folder;
    }

    public String round() {
        return round;
    }

    /**
     * Nobody else runs, prunes or puts back meanwhile.
     *
     * @throws RoundIsRunning if somebody does
     */
    public Closeable lock() throws IOException {
        FileChannel channel =
                FileChannel.open(
                        folder.resolve(".running"),
                        Set.of(StandardOpenOption.CREATE, StandardOpenOption.WRITE),
                        PrivatePlaces.forFile(folder));
        try {
            FileLock lock = channel.tryLock();
            if (lock == null) {
                throw new RoundIsRunning();
            }
            return channel; // closing it ends the lock
        } catch (OverlappingFileLockException e) {
            channel.close();
            throw new RoundIsRunning();
        } catch (IOException | RuntimeException e) {
            channel.close();
            throw e;
        }
    }

    /** All that are in the list, in the order of their times; also those whose files are gone. */
    public List<Generation> listed() throws IOException {
        List<Generation> all = new ArrayList<>();
        ObjectNode content = list.read();
        Set<String> removing = new HashSet<>();
        content.path(REMOVING).forEach(id -> removing.add(id.asText()));
        for (JsonNode node : content.path(GENERATIONS)) {
            generation(node)
                    .filter(each -> !removing.contains(each.id()) || Files.exists(each.file()))
                    .ifPresent(all::add);
        }
        all.sort(Comparator.comparing(Generation::id));
        return all;
    }

    /** Those whose files are there. */
    public List<Generation> present() throws IOException {
        return listed().stream().filter(each -> Files.isRegularFile(each.file())).toList();
    }

    /** Those that should be there. */
    public List<Generation> missing() throws IOException {
        return listed().stream().filter(each -> !Files.isRegularFile(each.file())).toList();
    }

    private Optional<Generation> generation(JsonNode node) {
        try {
            String id = node.path("id").asText();
            String name = node.path("file").asText();
            Instant time = Generation.timeOf(id);
            if (name.isEmpty() || !Path.of(name).equals(Path.of(name).getFileName())) {
                return Optional.empty();
            }
            Set<String> needs = new HashSet<>();
            node.path("needs").forEach(other -> needs.add(other.asText()));
            String until = node.path("sameUntil").asText("");
            return Optional.of(
                    new Generation(
                            id,
                            Generation.Kind.valueOf(node.path("kind").asText()),
                            folder.resolve(name),
                            needs,
                            Math.max(0, node.path("contentBytes").asLong()),
                            until.isEmpty() ? time : Instant.parse(until)));
        } catch (IllegalArgumentException | DateTimeException e) {
            return Optional.empty(); // of another version: it stays in the list
        }
    }

    /** From now on it counts. */
    public void add(Generation made) throws IOException {
        list.change(
                content -> {
                    ObjectNode node = content.withArray(GENERATIONS).addObject();
                    node.put("id", made.id());
                    node.put("kind", made.kind().name());
                    node.put("file", made.file().getFileName().toString());
                    ArrayNode needs = node.putArray("needs");
                    made.needs().stream().sorted().forEach(needs::add);
                    node.put("contentBytes", made.contentBytes());
                });
    }

    /**
     * Files that have a generation's name and are not in the list: a process has ended between
     * giving the name and writing it down. What has its name has been proved.
     *
     * @param ending of the files of this round
     */
    public List<Generation> unlisted(String ending) throws IOException {
        Set<Path> listed = new HashSet<>();
        listed().forEach(each -> listed.add(each.file()));
        Pattern name =
                Pattern.compile(
                        Pattern.quote(folder.getFileName() + "-")
                                + "(\\d{8}T\\d{6}Z)-(whole|changes)"
                                + Pattern.quote(ending));
        List<Generation> found = new ArrayList<>();
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder)) {
            for (Path file : files) {
                Matcher told = name.matcher(file.getFileName().toString());
                if (told.matches() && !listed.contains(file)) {
                    String id = told.group(1);
                    Generation.Kind kind =
                            told.group(2).equals("whole")
                                    ? Generation.Kind.WHOLE
                                    : Generation.Kind.CHANGES;
                    found.add(new Generation(id, kind, file, Set.of(), 0, Generation.timeOf(id)));
                }
            }
        }
        return found;
    }

    /** Nothing had changed at that time. */
    public void stillSame(String id, Instant time) throws IOException {
        list.change(
                content -> {
                    for (JsonNode node : content.path(GENERATIONS)) {
                        if (node.path("id").asText().equals(id) && node instanceof ObjectNode it) {
                            it.put("sameUntil", time.toString());
                        }
                    }
                });
    }

    /**
     * Announced, removed, and taken out of the list: a process that ends in between loses nothing.
     */
    public void remove(List<Generation> gone) throws IOException {
        if (gone.isEmpty()) {
            return;
        }
        list.change(
                content -> {
                    ArrayNode removing = content.withArray(REMOVING);
                    gone.forEach(each -> removing.add(each.id()));
                });
        for (Generation each : gone) {
            Files.deleteIfExists(each.file());
        }
        finishRemoving();
    }

    /** What a process that has ended too early has left. */
    public void finishRemoving() throws IOException {
        list.change(
                content -> {
                    Set<String> removing = new HashSet<>();
                    content.path(REMOVING).forEach(id -> removing.add(id.asText()));
                    ArrayNode all = content.withArray(GENERATIONS);
                    for (int i = all.size() - 1; i >= 0; i--) {
                        if (removing.contains(all.get(i).path("id").asText())) {
                            Optional<Generation> each = generation(all.get(i));
                            if (each.isPresent()) {
                                Files.deleteIfExists(each.get().file());
                            }
                            all.remove(i);
                        }
                    }
                    content.remove(REMOVING);
                });
    }

    /**
     * Those that nobody needs any more: neither kept themselves nor with bytes that one which stays
     * refers to.
     */
    public static List<Generation> removable(List<Generation> all, Set<Generation> kept) {
        Map<String, Generation> byId = new HashMap<>();
        all.forEach(each -> byId.put(each.id(), each));
        Set<String> needed = new HashSet<>();
        Deque<String> next = new ArrayDeque<>();
        kept.forEach(each -> next.add(each.id()));
        while (!next.isEmpty()) {
            Generation each = byId.get(next.remove());
            if (each != null && needed.add(each.id())) {
                next.addAll(each.needs()); // what stays gives all of its moment back
            }
        }
        return all.stream().filter(each -> !needed.contains(each.id())).toList();
    }
}
