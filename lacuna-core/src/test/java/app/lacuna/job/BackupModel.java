package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.base.Stage;
import app.lacuna.clearing.TestRegister;
import app.lacuna.failure.NothingToPack;
import app.lacuna.failure.WrongPassword;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Round;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;

/** One random history of a backup, and what must hold after each step. */
final class BackupModel {
    private static final int KEEP = 3;
    private static final int ONE_KILL_IN = Integer.getInteger("backup.one-kill-in", 150);
    private static final List<String> FAILPOINTS =
            List.of(
                    "link.made",
                    "aside.take",
                    "aside.put-back",
                    "delete",
                    "journal.written",
                    "publish.before",
                    "publish.after",
                    "state.before",
                    "state.after",
                    "generation.delete");

    private final Path place;
    private final long seed;
    private final int steps;
    private final Random random;
    private final ModelTree tree;
    private final Round round;
    private final Map<String, Map<String, String>> snapshots = new HashMap<>();

    /** Generations that this model lost or damaged; and those of them that a check has seen. */
    private final Set<String> stored = new HashSet<>();

    private final Set<String> broken = new HashSet<>();

    private final Set<String> reported = new HashSet<>();
    private Instant now = Instant.parse("2040-01-01T00:00:00Z");
    private int runs;
    private int restores;
    private int step;

    BackupModel(Path place, long seed, int steps) throws IOException {
        this.place = place;
        this.seed = seed;
        this.steps = steps;
        this.random = new Random(seed);
        this.tree = new ModelTree(Files.createDirectory(place.resolve("source")), random);
        Path drive = Files.createDirectory(place.resolve("drive"));
        this.round = RoundsForTests.round(tree.root(), drive, Form.ZIP, new Keep(KEEP, 0, 0, 0));
    }

    int runs() {
        return runs;
    }

    int restores() {
        return restores;
    }

    void run() throws IOException, InterruptedException {
        try (TestRegister register = TestRegister.in(place.resolve("state/register"))) {
            assertThat(register).isNotNull();
            for (int i = 0; i < 6; i++) {
                tree.edit();
            }
            backUp(Optional.empty());
            for (step = 0; step < steps; step++) {
                int choice = random.nextInt(1000);
                if (random.nextInt(ONE_KILL_IN) == 0) {
                    kill();
                } else if (choice < 780) {
                    tree.edit();
                } else if (choice < 850) {
                    backUp(Optional.empty());
                } else if (choice < 875) {
                    backUp(tree.someFolder());
                } else if (choice < 880) {
                    runWithoutSource();
                } else if (choice < 910) {
                    now = now.plusSeconds(random.nextInt(200_000) - 60_000);
                } else if (choice < 945) {
                    restore();
                } else if (choice < 970) {
                    undo();
                } else if (choice < 980) {
                    prune();
                } else if (choice < 988) {
                    check();
                } else {
                    breakOne();
                }
            }
        }
    }

    private String at() {
        return "seed " + seed + ", step " + step;
    }

    private GenerationStore store() throws IOException {
        return Moment.store(round);
    }

    private Clock clock() {
        now = now.plusSeconds(1);
        return Clock.fixed(now, ZoneOffset.UTC);
    }

    private void backUp(Optional<Path> unreadable) throws IOException {
        forgetRemoved();
        Map<String, Long> sequences = sequences();
        Optional<Map<String, String>> last = lastSnapshot();
        if (unreadable.isPresent() && last.isEmpty()) {
            return;
        }
        RoundRun run;
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            run =
                    new RoundRunJob(
                                    round,
                                    password,
                                    new RoundRunJob.Wish(random.nextInt(9) == 0, false),
                                    clock(),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .scanning(
                                    (which, own, cancel) ->
                                            without(
                                                    BackupSources.scan(which, own, cancel),
                                                    unreadable))
                            .run();
        } catch (WrongPassword e) {
            assertThat(broken).as(at()).isNotEmpty(); // all that is left is damaged
            startAgain();
            return;
        }
        reported.addAll(run.brokenBefore());
        Map<String, String> expected = tree.described();
        unreadable.ifPresent(folder -> tree.replaceBelow(folder, expected, last.orElseThrow()));
        if (run.made().isPresent()) {
            runs++;
            remember(run.latest().id(), expected);
        } else {
            assertThat(expected).as(at()).isEqualTo(snapshots.get(run.latest().id()));
        }
        requireAllowed(run.removed(), sequences);
        if (random.nextInt(5) == 0) {
            requireRestorable(run.latest());
        }
    }

    private static FileSelection without(FileSelection all, Optional<Path> unreadable) {
        return unreadable
                .map(folder -> all.without(Set.of(folder), LeftOut.Reason.UNREADABLE))
                .orElse(all);
    }

    /** A new destination: nothing on the old one can be opened. */
    private void startAgain() throws IOException {
        for (Generation each : store().listed()) {
            Files.deleteIfExists(each.file());
        }
        Files.deleteIfExists(store().folder().resolve(GenerationStore.LIST));
        try (var files = Files.list(round.generations())) {
            for (Path file : files.toList()) {
                Files.delete(file);
            }
        }
        snapshots.clear();
        broken.clear();
        reported.clear();
        backUp(Optional.empty());
    }

    private void remember(String id, Map<String, String> snapshot) {
        snapshots.put(id, snapshot);
        snapshot.values().forEach(each -> stored.add(ModelTree.text(each)));
    }

    /** A clock that goes back can give the id of a removed generation to a new one. */
    private void forgetRemoved() throws IOException {
        if (!Files.exists(round.generations().resolve(GenerationStore.LIST))) {
            return;
        }
        Set<String> known = new HashSet<>();
        for (Generation each : store().listed()) {
            known.add(each.id());
            known.addAll(each.needs());
        }
        store().unlisted(round.backup().orElseThrow().ending())
                .forEach(each -> known.add(each.id()));
        snapshots.keySet().retainAll(known);
        broken.retainAll(known);
        reported.retainAll(known);
    }

    private Map<String, Long> sequences() throws IOException {
        Map<String, Long> sequences = new HashMap<>();
        if (Files.exists(round.generations().resolve(GenerationStore.LIST))) {
            store().listed().forEach(each -> sequences.put(each.id(), each.sequence()));
        }
        return sequences;
    }

    private Optional<Map<String, String>> lastSnapshot() throws IOException {
        if (!Files.exists(round.generations().resolve(GenerationStore.LIST))) {
            return Optional.empty();
        }
        List<Generation> present = store().present();
        if (present.isEmpty() || broken.contains(present.get(present.size() - 1).id())) {
            return Optional.empty();
        }
        return Optional.ofNullable(snapshots.get(present.get(present.size() - 1).id()));
    }

    /** A generation may go only if enough newer ones exist that are not known to be damaged. */
    private void requireAllowed(List<Generation> removed, Map<String, Long> before)
            throws IOException {
        List<Generation> left = store().present();
        Set<String> present = new HashSet<>();
        left.forEach(each -> present.add(each.id()));
        for (Generation gone : removed) {
            long newer =
                    left.stream()
                            .filter(each -> each.sequence() > before.get(gone.id()))
                            .filter(each -> !reported.contains(each.id()))
                            .filter(each -> present.containsAll(each.needs()))
                            .filter(each -> each.needs().stream().noneMatch(reported::contains))
                            .count();
            assertThat(newer)
                    .as(
                            "%s: %s was removed, broken %s, reported %s, needs %s, left %s",
                            at(), gone.id(), broken, reported, gone.needs(), left)
                    .isGreaterThanOrEqualTo(KEEP);
        }
    }

    private void requireRestorable(Generation generation) throws IOException {
        Map<String, String> expected = new TreeMap<>(snapshots.get(generation.id()));
        Map<String, String> found = new TreeMap<>();
        try (Moment moment = RoundsForTests.moment(round, generation)) {
            assertThat(broken).as(at()).containsAll(moment.broken());
            Path out = place.resolve("out");
            var report = RoundsForTests.takeOut(moment, out);
            report.entries().stream()
                    .filter(entry -> !entry.result().cameOut())
                    .forEach(
                            entry -> {
                                String holder = moment.archive().line(entry.entry()).generation();
                                assertThat(broken)
                                        .as("%s: %s", at(), entry.entry().path())
                                        .contains(holder);
                                expected.remove(ModelTree.below(entry.entry().path()));
                            });
            Path root = out.resolve("source");
            found.putAll(ModelTree.described(root));
            ModelTree.wipe(out);
        }
        assertThat(found).as(at()).isEqualTo(expected);
    }

    private void runWithoutSource() throws IOException {
        Path away = place.resolve("away");
        List<Generation> before = store().listed();
        Files.move(tree.root(), away);
        try {
            RoundsForTests.run(round, now);
            throw new AssertionError(at() + ": a missing source was backed up");
        } catch (NothingToPack e) {
            assertThat(store().listed()).as(at()).isEqualTo(before);
        } catch (WrongPassword e) {
            assertThat(broken).as(at()).isNotEmpty();
        } finally {
            Files.move(away, tree.root());
        }
    }

    private void restore() throws IOException {
        List<Generation> present =
                store().present().stream().filter(each -> !broken.contains(each.id())).toList();
        if (present.isEmpty()) {
            return;
        }
        Generation generation = present.get(random.nextInt(present.size()));
        Set<String> before = tree.contents();
        boolean removeNew = random.nextBoolean();
        boolean some = random.nextInt(3) == 0;
        AtomicBoolean meanwhile = new AtomicBoolean(random.nextInt(3) == 0);
        Set<String> written = new HashSet<>();
        try (Moment moment = RoundsForTests.moment(round, generation);
                Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            PutBackJob job =
                    new PutBackJob(
                            round,
                            moment,
                            clock(),
                            told -> {
                                // once: how often progress is told depends on the time
                                if (told.stage() == Stage.EXTRACTING
                                        && meanwhile.compareAndSet(true, false)) {
                                    overwriteOne(written, before);
                                }
                            },
                            CancelToken.never());
            PutBackJob.Plan plan = job.plan(path -> !some || path.hashCode() % 2 == 0, removeNew);
            PutBackJob.Result result = job.run(plan, password);
            restores++;
            assertThat(tree.contents()).as(at()).containsAll(written);
            requireKept(before, Optional.of(result.before()));
        }
        requireNothingOfOurs();
    }

    /** The user saves another text in an existing file, and gives up the one before. */
    private void overwriteOne(Set<String> written, Set<String> before) {
        try {
            tree.overwriteOne()
                    .ifPresent(
                            change -> {
                                written.remove(change.before());
                                before.remove(change.before());
                                written.add(change.after());
                            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What was on disk is there, or in a generation, or in the archive of what was replaced. */
    private void requireKept(Set<String> before, Optional<Path> archive) throws IOException {
        Set<String> missing = new HashSet<>(before);
        missing.removeAll(tree.contents());
        if (missing.isEmpty()) {
            return;
        }
        List<Path> archives = new ArrayList<>();
        archive.ifPresent(archives::add);
        if (archive.isEmpty()) {
            try (var files = Files.list(store().folder())) {
                files.filter(file -> file.getFileName().toString().contains("-before."))
                        .forEach(archives::add);
            }
        }
        for (Path each : archives) {
            missing.removeAll(texts(each));
        }
        for (Generation each : store().present()) {
            if (!broken.contains(each.id()) && !missing.isEmpty()) {
                missing.removeAll(texts(each.file()));
            }
        }
        assertThat(missing).as("%s: gone without a copy", at()).isEmpty();
    }

    private static Set<String> texts(Path archive) throws IOException {
        Set<String> texts = new HashSet<>();
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD);
                var reader = Archives.open(archive);
                OpenedArchive opened = reader.open(password)) {
            opened.check(ProgressListener.none(), CancelToken.never());
            for (var entry : opened.listing().entries()) {
                try (InputStream in = opened.open(entry)) {
                    texts.add(new String(in.readAllBytes(), StandardCharsets.UTF_8));
                }
            }
        }
        return texts;
    }

    private void undo() throws IOException {
        List<Path> possible = UndoJob.possible(store());
        if (possible.isEmpty()) {
            return;
        }
        Set<String> before = tree.contents();
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            new UndoJob(store(), password, ProgressListener.none(), CancelToken.never())
                    .run(possible.get(0));
        }
        assertThat(UndoJob.possible(store())).as(at()).doesNotContain(possible.get(0));
        // what the restore had written came out of a generation that may be pruned by now
        Set<String> user = tree.writtenByUser();
        before.retainAll(user);
        before.removeAll(stored); // an undo may delete what a restore has written
        requireKept(before, Optional.of(possible.get(0)));
        requireNothingOfOurs();
    }

    private void prune() throws IOException {
        Map<String, Long> before = sequences();
        List<Generation> gone =
                new RoundPruneJob(store(), round.backup().orElseThrow().keep(), ZoneOffset.UTC)
                        .run();
        requireAllowed(gone, before);
    }

    private void check() throws IOException {
        try {
            for (RoundCheckJob.Checked each : RoundsForTests.check(round)) {
                String id = each.generation().id();
                if (each.state() != RoundCheckJob.State.WHOLE) {
                    assertThat(broken).as("%s: %s", at(), each.state()).contains(id);
                    reported.add(id);
                } else if (broken.remove(id)) {
                    // the bit was in a header field that says nothing of the contents
                    requireRestorable(each.generation());
                }
            }
        } catch (WrongPassword e) {
            assertThat(broken).as(at()).isNotEmpty();
        }
    }

    private void breakOne() throws IOException {
        List<Generation> present = store().present();
        long good = present.stream().filter(each -> !broken.contains(each.id())).count();
        if (good < 2) {
            return;
        }
        Generation one = present.get(random.nextInt(present.size()));
        broken.add(one.id());
        if (random.nextBoolean()) {
            Files.delete(one.file());
            reported.add(one.id()); // the list shows it
        } else {
            byte[] bytes = Files.readAllBytes(one.file());
            bytes[random.nextInt(bytes.length - 30)] ^= 1 << random.nextInt(8);
            Files.write(one.file(), bytes);
        }
    }

    private void requireNothingOfOurs() throws IOException {
        assertThat(tree.namesOfOurs()).as(at()).isEmpty();
    }

    /** A process of its own does one of the jobs, and is stopped at a named step. */
    private void kill() throws IOException, InterruptedException {
        forgetRemoved();
        Set<String> before = tree.contents();
        String job = List.of("run", "restore", "undo", "prune").get(random.nextInt(4));
        String failpoint =
                FAILPOINTS.get(random.nextInt(FAILPOINTS.size())) + ":" + random.nextInt(6);
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-XX:TieredStopAtLevel=1",
                                "-XX:+UseSerialGC",
                                "-Dlacuna.failpoint=" + failpoint,
                                "-cp",
                                System.getProperty("java.class.path"),
                                BackupStep.class.getName(),
                                place.toString(),
                                job,
                                now.plusSeconds(1).toString(),
                                String.valueOf(random.nextInt(1_000_000)))
                        .redirectErrorStream(true)
                        .redirectOutput(place.resolve("child.log").toFile())
                        .start();
        now = now.plusSeconds(2);
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).as(at()).isTrue();
        String told = at() + ": " + job + " stopped at " + failpoint;
        TestRegister.recover(place.resolve("state"));
        assertThat(tree.namesOfOurs()).as(told).isEmpty();
        if (!job.equals("undo")) {
            requireKept(before, Optional.empty());
        }
        takeUpUnknown();
    }

    /** A run that was stopped late has made a generation: its snapshot is what was on disk. */
    private void takeUpUnknown() throws IOException {
        Map<String, String> now = tree.described();
        List<Generation> made = new ArrayList<>(store().present());
        made.addAll(store().unlisted(round.backup().orElseThrow().ending()));
        for (Generation each : made) {
            if (!snapshots.containsKey(each.id())) {
                remember(each.id(), now);
            }
        }
        check();
    }
}
