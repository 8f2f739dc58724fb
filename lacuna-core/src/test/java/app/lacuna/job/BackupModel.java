package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.clearing.TestRegister;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.error.NothingToPack;
import app.lacuna.error.WrongPassword;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Round;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicBoolean;

/** One random history of a backup, and what must hold after each step. */
final class BackupModel {
    private static final int KEEP = 3;
    private static final int ONE_KILL_IN = Integer.getInteger("backup.one-kill-in", 150);

    private final Path place;
    private final long seed;
    private final int steps;
    private final Random random;
    private final ModelTree tree;
    private final Round round;
    private final KnownGenerations known;
    private final KeptContent kept;
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
        this.known = new KnownGenerations(round, KEEP);
        this.kept = new KeptContent(tree, known);
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

    private Clock clock() {
        now = now.plusSeconds(1);
        return Clock.fixed(now, ZoneOffset.UTC);
    }

    private void backUp(Optional<Path> unreadable) throws IOException {
        known.forgetRemoved();
        Map<String, Long> sequences = known.sequences();
        Optional<Map<String, String>> last = known.lastSnapshot();
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
            assertThat(known.broken()).as(at()).isNotEmpty(); // all that is left is damaged
            startAgain();
            return;
        }
        known.reportAll(run.brokenBefore());
        Map<String, String> expected = tree.described();
        unreadable.ifPresent(folder -> tree.replaceBelow(folder, expected, last.orElseThrow()));
        if (run.made().isPresent()) {
            runs++;
            known.remember(run.latest().id(), expected);
        } else {
            assertThat(expected).as(at()).isEqualTo(known.snapshot(run.latest().id()));
        }
        known.requireAllowed(at(), run.removed(), sequences);
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
        for (Generation each : known.store().listed()) {
            Files.deleteIfExists(each.file());
        }
        Files.deleteIfExists(known.store().folder().resolve(GenerationStore.LIST));
        try (var files = Files.list(round.generations())) {
            for (Path file : files.toList()) {
                Files.delete(file);
            }
        }
        known.clear();
        backUp(Optional.empty());
    }

    private void requireRestorable(Generation generation) throws IOException {
        Map<String, String> expected = new TreeMap<>(known.snapshot(generation.id()));
        Map<String, String> found = new TreeMap<>();
        try (Moment moment = RoundsForTests.moment(round, generation)) {
            assertThat(known.broken()).as(at()).containsAll(moment.broken());
            Path out = place.resolve("out");
            var report = RoundsForTests.takeOut(moment, out);
            report.entries().stream()
                    .filter(entry -> !entry.result().cameOut())
                    .forEach(
                            entry -> {
                                String holder = moment.archive().line(entry.entry()).generation();
                                assertThat(known.broken())
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
        List<Generation> before = known.store().listed();
        Files.move(tree.root(), away);
        try {
            RoundsForTests.run(round, now);
            throw new AssertionError(at() + ": a missing source was backed up");
        } catch (NothingToPack e) {
            assertThat(known.store().listed()).as(at()).isEqualTo(before);
        } catch (WrongPassword e) {
            assertThat(known.broken()).as(at()).isNotEmpty();
        } finally {
            Files.move(away, tree.root());
        }
    }

    private void restore() throws IOException {
        List<Generation> present = known.good();
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
            kept.require(at(), before, Optional.of(result.before()));
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

    private void undo() throws IOException {
        List<Path> possible = UndoJob.possible(known.store());
        if (possible.isEmpty()) {
            return;
        }
        Set<String> before = tree.contents();
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            new UndoJob(known.store(), password, ProgressListener.none(), CancelToken.never())
                    .run(possible.get(0));
        }
        assertThat(UndoJob.possible(known.store())).as(at()).doesNotContain(possible.get(0));
        // what the restore had written came out of a generation that may be pruned by now
        Set<String> user = tree.writtenByUser();
        before.retainAll(user);
        before.removeAll(known.stored()); // an undo may delete what a restore has written
        kept.require(at(), before, Optional.of(possible.get(0)));
        requireNothingOfOurs();
    }

    private void prune() throws IOException {
        Map<String, Long> before = known.sequences();
        List<Generation> gone =
                new RoundPruneJob(
                                known.store(), round.backup().orElseThrow().keep(), ZoneOffset.UTC)
                        .run();
        known.requireAllowed(at(), gone, before);
    }

    private void check() throws IOException {
        try {
            for (RoundCheckJob.Checked each : RoundsForTests.check(round)) {
                String id = each.generation().id();
                if (each.state() != RoundCheckJob.State.WHOLE) {
                    assertThat(known.broken()).as("%s: %s", at(), each.state()).contains(id);
                    known.report(id);
                } else if (known.broken().remove(id)) {
                    // the bit was in a header field that says nothing of the contents
                    requireRestorable(each.generation());
                }
            }
        } catch (WrongPassword e) {
            assertThat(known.broken()).as(at()).isNotEmpty();
        }
    }

    private void breakOne() throws IOException {
        if (known.good().size() < 2) {
            return;
        }
        List<Generation> present = known.store().present();
        Generation one = present.get(random.nextInt(present.size()));
        known.broken().add(one.id());
        if (random.nextBoolean()) {
            Files.delete(one.file());
            known.report(one.id()); // the list shows it
        } else {
            byte[] bytes = Files.readAllBytes(one.file());
            bytes[random.nextInt(bytes.length - 30)] ^= 1 << random.nextInt(8);
            Files.write(one.file(), bytes);
        }
    }

    private void requireNothingOfOurs() throws IOException {
        assertThat(tree.namesOfOurs()).as(at()).isEmpty();
    }

    private void kill() throws IOException, InterruptedException {
        known.forgetRemoved();
        Set<String> before = tree.contents();
        KilledJob killed = KilledJob.any(random);
        boolean ended = killed.run(place, now.plusSeconds(1), random.nextInt(1_000_000));
        assertThat(ended).as(at()).isTrue();
        now = now.plusSeconds(2);
        String told = at() + ": " + killed;
        TestRegister.recover(place.resolve("state"));
        assertThat(tree.namesOfOurs()).as(told).isEmpty();
        if (!killed.job().equals("undo")) {
            kept.require(at(), before, Optional.empty());
        }
        takeUpUnknown();
    }

    /** A run that was stopped late has made a generation: its snapshot is what was on disk. */
    private void takeUpUnknown() throws IOException {
        Map<String, String> now = tree.described();
        List<Generation> made = new ArrayList<>(known.store().present());
        made.addAll(known.store().unlisted(round.backup().orElseThrow().ending()));
        for (Generation each : made) {
            if (!known.isKnown(each.id())) {
                known.remember(each.id(), now);
            }
        }
        check();
    }
}
