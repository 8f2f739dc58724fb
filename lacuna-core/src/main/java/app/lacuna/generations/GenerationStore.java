package app.lacuna.generations;

import static java.util.Objects.requireNonNull;

import app.lacuna.error.DestinationMissing;
import app.lacuna.error.DestinationTaken;
import app.lacuna.error.RoundIsRunning;
import app.lacuna.files.Failpoint;
import app.lacuna.files.Presence;
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
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
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

    private static final String SEQUENCE = "nextSequence";
    private static final Comparator<Generation> ORDER =
            Comparator.comparingLong(Generation::sequence).thenComparing(Generation::id);

    private final Path folder;
    private final String round;
    private final StateFile list;

    private GenerationStore(Path folder, String round) {
        this.folder = folder;
        this.round = round;
        this.list = StateFile.inFolderOfUser(folder.resolve(LIST), VERSION);
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
     * Begins one, for the first run. An existing folder is used only while it is empty, and stays
     * as it is.
     *
     * @throws DestinationMissing if the folder around it does not exist
     * @throws DestinationTaken if the folder contains something else
     */
    public static GenerationStore begin(Path folder, String round) throws IOException {
        if (isOf(folder, round)) {
            return new GenerationStore(folder, round);
        }
        requireFree(folder);
        if (!Files.isDirectory(folder)) {
            PrivatePlaces.makeNewFolder(folder);
        }
        GenerationStore store = new GenerationStore(folder, round);
        store.list.change(content -> content.put(ROUND, round));
        return store;
    }

    /**
     * @throws DestinationMissing if the folder around it does not exist
     * @throws DestinationTaken if there is something at this place that no run has made
     */
    public static void requireFree(Path folder) throws IOException {
        Path around = folder.getParent();
        if (around == null || !Files.isDirectory(around)) {
            throw new DestinationMissing(folder);
        }
        if (!Files.exists(folder, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        if (!Files.isDirectory(folder)) {
            throw new DestinationTaken(folder);
        }
        try (DirectoryStream<Path> inside = Files.newDirectoryStream(folder)) {
            if (inside.iterator().hasNext()) {
                throw new DestinationTaken(folder);
            }
        }
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

    /** All that are in the list, the newest last; also those whose files are gone. */
    public List<Generation> listed() throws IOException {
        List<Generation> all = new ArrayList<>();
        ObjectNode content = list.read();
        Set<String> removing = new HashSet<>();
        content.path(REMOVING).forEach(id -> removing.add(id.asText()));
        for (JsonNode node : content.path(GENERATIONS)) {
            GenerationNode.read(folder, node)
                    .filter(
                            each ->
                                    !removing.contains(each.id())
                                            || each.presence() != Presence.ABSENT)
                    .ifPresent(all::add);
        }
        all.sort(ORDER);
        return all;
    }

    /** Those whose files exist. */
    public List<Generation> present() throws IOException {
        return listed().stream().filter(each -> each.presence() == Presence.EXISTS).toList();
    }

    /** Those whose files are gone, or on a disk that does not answer. */
    public List<Generation> missing() throws IOException {
        return listed().stream().filter(each -> each.presence() != Presence.EXISTS).toList();
    }

    /** From now on it counts; its place in the order is given by the list. */
    public Generation add(Generation made) throws IOException {
        Generation[] added = {made};
        list.change(
                content -> {
                    long number = nextSequence(content);
                    added[0] = made.sequence() >= number ? made : made.at(number);
                    content.put(SEQUENCE, added[0].sequence() + 1);
                    ArrayNode all = content.withArray(GENERATIONS);
                    GenerationNode.write(all.addObject(), added[0]);
                });
        return added[0];
    }

    /** Adds a generation that a stopped process had made: it keeps its place in the order. */
    public void takeUp(Generation found, Manifest manifest, FileStamp stamp) throws IOException {
        Set<String> needs = new HashSet<>(manifest.needs());
        needs.remove(found.id());
        Generation complete =
                new Generation(
                        found.id(),
                        manifest.sequence(),
                        found.kind(),
                        found.file(),
                        needs,
                        manifest.contentBytes(),
                        found.time(),
                        false,
                        Optional.of(stamp));
        list.change(
                content -> {
                    content.put(SEQUENCE, Math.max(nextSequence(content), manifest.sequence() + 1));
                    GenerationNode.write(content.withArray(GENERATIONS).addObject(), complete);
                });
    }

    /** The place in the order that the next generation or restore gets. */
    public long nextSequence() throws IOException {
        return nextSequence(list.read());
    }

    /** Lists of older versions have no numbers: their order is that of the times. */
    private static long nextSequence(ObjectNode content) {
        return Math.max(1, content.path(SEQUENCE).asLong(1));
    }

    /** What was done in place, and can be undone. */
    public RestoreLog restores() {
        return new RestoreLog(folder, list);
    }

    /**
     * Files that have a generation's name and are not in the list: a process has ended between
     * giving the name and writing it down. What has its name has been verified.
     *
     * @param ending of the files of this backup
     */
    public List<Generation> unlisted(String ending) throws IOException {
        Set<Path> listed = new HashSet<>();
        list.read()
                .path(GENERATIONS)
                .forEach(
                        node ->
                                GenerationNode.read(folder, node)
                                        .ifPresent(e -> listed.add(e.file())));
        Pattern name =
                Pattern.compile(
                        Pattern.quote(folder.getFileName() + "-")
                                + "(\\d{8}T\\d{6}Z)-(whole|changes)"
                                + Pattern.quote(ending));
        List<Generation> found = new ArrayList<>();
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder)) {
            for (Path file : files) {
                Matcher told = name.matcher(file.getFileName().toString());
                boolean ours =
                        told.matches()
                                && !listed.contains(file)
                                && Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS);
                if (ours) {
                    unlisted(told, file).ifPresent(found::add);
                }
            }
        }
        found.sort(ORDER);
        return found;
    }

    private static Optional<Generation> unlisted(Matcher told, Path file) {
        String id = told.group(1);
        Generation.Kind kind =
                told.group(2).equals("whole") ? Generation.Kind.WHOLE : Generation.Kind.CHANGES;
        try {
            Instant time = Generation.timeOf(id);
            return Optional.of(
                    new Generation(id, 0, kind, file, Set.of(), 0, time, false, Optional.empty()));
        } catch (DateTimeException e) {
            return Optional.empty(); // digits that are no time
        }
    }

    /** Nothing had changed at that time. */
    public void stillSame(String id, Instant time) throws IOException {
        change(Set.of(id), node -> node.put("sameUntil", time.toString()));
    }

    /** A check found these damaged. */
    public void suspect(Set<String> ids) throws IOException {
        if (!ids.isEmpty()) {
            change(ids, node -> node.put(GenerationNode.SUSPECT, true));
        }
    }

    /** A check read these to the end, and they are good. */
    public void verified(List<Generation> good) throws IOException {
        Map<String, Generation> byId = new HashMap<>();
        good.forEach(each -> byId.put(each.id(), each));
        if (!byId.isEmpty()) {
            change(
                    byId.keySet(),
                    node -> {
                        node.remove(GenerationNode.SUSPECT);
                        GenerationNode.stamp(
                                node, requireNonNull(byId.get(node.path("id").asText())).file());
                    });
        }
    }

    private void change(Set<String> ids, Consumer<ObjectNode> change) throws IOException {
        list.change(
                content -> {
                    for (JsonNode node : content.path(GENERATIONS)) {
                        if (ids.contains(node.path("id").asText())
                                && node instanceof ObjectNode it) {
                            change.accept(it);
                        }
                    }
                });
    }

    /**
     * Announces, deletes, and takes out of the list: a process that ends in between loses nothing.
     * A file that cannot be deleted stays in the list.
     *
     * @return those that are gone
     */
    public List<Generation> remove(List<Generation> old) {
        if (old.isEmpty()) {
            return List.of();
        }
        List<Generation> gone = new ArrayList<>();
        try {
            announce(old);
        } catch (IOException e) {
            // on a full disk deleting makes room for the list: one that is missed is harmless
            deleteFirst(old, gone);
        }
        for (Generation each : old) {
            if (!gone.contains(each) && isDeleted(each)) {
                gone.add(each);
            }
        }
        try {
            forgetRemoved();
        } catch (IOException e) {
            return gone; // the next run takes them out of the list
        }
        return gone;
    }

    private void announce(List<Generation> old) throws IOException {
        list.change(
                content -> {
                    ArrayNode removing = content.withArray(REMOVING);
                    old.forEach(each -> removing.add(each.id()));
                });
    }

    private void deleteFirst(List<Generation> old, List<Generation> gone) {
        if (isDeleted(old.get(0))) {
            gone.add(old.get(0));
        }
        try {
            announce(old);
        } catch (IOException e) {
            return; // the list names files that are gone: the next run takes them out
        }
    }

    private static boolean isDeleted(Generation old) {
        try {
            Failpoint.reached("generation.delete");
            Files.deleteIfExists(old.file());
            return true;
        } catch (IOException | SecurityException e) {
            return false;
        }
    }

    /**
     * Takes out of the list what was announced and is deleted. What was announced and still exists
     * is kept: whether it may go is decided anew, since another one may be damaged by now.
     */
    public void forgetRemoved() throws IOException {
        if (list.read().path(REMOVING).isMissingNode()) {
            return;
        }
        list.change(
                content -> {
                    Set<String> removing = new HashSet<>();
                    content.path(REMOVING).forEach(id -> removing.add(id.asText()));
                    ArrayNode all = content.withArray(GENERATIONS);
                    for (int i = all.size() - 1; i >= 0; i--) {
                        if (removing.contains(all.get(i).path("id").asText())) {
                            Optional<Generation> each = GenerationNode.read(folder, all.get(i));
                            boolean gone =
                                    each.isEmpty() || each.get().presence() == Presence.ABSENT;
                            if (gone) {
                                all.remove(i);
                            }
                        }
                    }
                    content.remove(REMOVING);
                });
    }
}
