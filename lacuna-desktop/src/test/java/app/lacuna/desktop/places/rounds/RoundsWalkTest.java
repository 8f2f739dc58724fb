package app.lacuna.desktop.places.rounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.window.MovableClock;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Keep;
import app.lacuna.job.Moment;
import app.lacuna.job.RoundRunJob;
import app.lacuna.job.RoundState;
import app.lacuna.password.Strength;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import javafx.beans.property.SimpleIntegerProperty;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Anything at any moment: what comes back late lands nowhere, and locked is locked. */
class RoundsWalkTest {
    private static final int STEPS = Integer.getInteger("walk.steps", 1_200);
    private static final String PASSWORD = "hut";

    @TempDir Path folder;
    private Random random;
    private ScriptedThreads script;
    private RoundStore store;
    private RoundsPageModel model;
    private int opened;
    private Optional<MomentModel> before = Optional.empty();
    private int putBack;
    private int made;
    private final MovableClock clock = MovableClock.standing();
    private final MadePasswords passwords = new MadePasswords();

    /** All that anybody has seen. */
    private final Set<String> known = new TreeSet<>(Set.of(PASSWORD));

    @BeforeEach
    void make() throws IOException {
        store = new RoundStore(folder.resolve("state"));
        for (String name : List.of("a", "b")) {
            Path trench = Files.createDirectories(folder.resolve("trench " + name));
            for (int i = 0; i < 3; i++) {
                write(trench.resolve(name + i + ".txt"), "dug out");
            }
            store.save(
                    new Round(
                                    name,
                                    List.of(trench),
                                    List.of(),
                                    false,
                                    Files.createDirectories(folder.resolve("drive " + name)),
                                    name,
                                    Protection.AES_256,
                                    Names.HIDDEN,
                                    Method.DEFLATE,
                                    Optional.empty())
                            .with(Backup.usual().in(Form.ZIP).keeping(new Keep(3, 0, 0, 0))));
        }
    }

    private void write(Path file, String text) throws IOException {
        Files.writeString(file, text);
        Files.setLastModifiedTime(file, FileTime.from(clock.instant()));
    }

    @Test
    void nothingLandsWhereItDoesNotBelong() throws IOException {
        walk(1);
    }

    @Tag("slow")
    @ParameterizedTest
    @ValueSource(longs = {2, 3})
    void nothingLandsWhereItDoesNotBelong_onOtherWays(long seed) throws IOException {
        walk(seed);
    }

    private void walk(long seed) throws IOException {
        random = new Random(seed);
        script = new ScriptedThreads(seed);
        model =
                new RoundsPageModel(
                        script.life(),
                        clock,
                        store,
                        folder,
                        new SimpleIntegerProperty(10),
                        passwords);
        int step = 0;
        try {
            for (; step < STEPS; step++) {
                clock.moveOn(Duration.ofSeconds(1));
                if (random.nextInt(3) > 0) {
                    script.step();
                } else {
                    act();
                }
                seePasswords();
                look();
                if (step % 200 == 0) {
                    script.settle();
                    lookWhenQuiet();
                }
            }
        } catch (Throwable e) {
            throw new AssertionError("seed " + seed + ", step " + step, e);
        }
        model.end();
        script.settle();
        assertThat(openFiles()).as("closed when it is over").isEmpty();
        assertThat(opened).as("the walk goes somewhere").isGreaterThan(STEPS / 600);
        assertThat(generations()).isGreaterThan(2);
        assertThat(putBack).isPositive();
        assertThat(made).isPositive();
        seePasswords();
        for (Round round : store.rounds()) {
            for (Generation generation : Moment.store(round).present()) {
                assertThat(known).as("seen").anyMatch(text -> opens(round, generation, text));
            }
        }
    }

    private static boolean opens(Round round, Generation generation, String text) {
        try (Secret secret = Secret.takeOver(text.toCharArray());
                Moment moment =
                        Moment.open(
                                Moment.store(round),
                                generation,
                                secret,
                                ProgressListener.none(),
                                CancelToken.never())) {
            return !moment.archive().listing().entries().isEmpty();
        } catch (IOException e) {
            return false;
        }
    }

    /** A made password is somewhere to be seen from the moment it is needed. */
    private void seePasswords() {
        List<KeptPassword> all = new ArrayList<>(passwords.withoutPage());
        known().forEach(backup -> backup.run().unknown().get().ifPresent(all::add));
        for (KeptPassword kept : all) {
            try (Secret secret = kept.copy()) {
                known.add(secret.withCharacters(Object::toString));
            }
        }
    }

    private void act() throws IOException {
        if (random.nextInt(8) == 0) {
            around();
            return;
        }
        Optional<BackupModel> now = model.backup().get();
        if (now.isEmpty()) {
            model.list().chosen().set(Optional.of(random.nextBoolean() ? "a" : "b"));
        } else if (now.get().isUnlocked().get()) {
            unlocked(now.get());
        } else {
            locked(now.get());
        }
    }

    private void around() throws IOException {
        switch (random.nextInt(5)) {
            case 0 -> model.list().chosen().set(Optional.of(random.nextBoolean() ? "a" : "b"));
            case 1 -> model.look();
            case 2 -> model.lock();
            case 3 -> work();
            default -> model.tick();
        }
    }

    /** Somebody writes, or removes. */
    private void work() throws IOException {
        String name = random.nextBoolean() ? "a" : "b";
        Path file = folder.resolve("trench " + name).resolve(name + random.nextInt(4) + ".txt");
        if (random.nextInt(3) == 0) {
            Files.deleteIfExists(file);
        } else {
            write(file, "dug out " + random.nextInt());
        }
    }

    private void locked(BackupModel backup) {
        switch (random.nextInt(4)) {
            case 0 -> {
                backup.typed().text().set("hat");
                backup.unlock();
            }
            case 1 -> pickAny(backup);
            case 2 -> {
                choosePassword(backup);
                backup.run().start(RoundRunJob.Wish.USUAL);
            }
            default -> {
                List<String> all = List.copyOf(known);
                backup.typed().text().set(all.get(random.nextInt(all.size())));
                backup.unlock();
            }
        }
    }

    private void choosePassword(BackupModel backup) {
        if (random.nextBoolean()) {
            backup.run().fresh().typed().first().set(PASSWORD);
            backup.run().fresh().typed().second().set(PASSWORD);
            return;
        }
        try (Secret secret = Secret.takeOver(("KLMNPQRSTUVW" + made++).toCharArray())) {
            backup.run().fresh().take(secret, Strength.ofRandom(27));
        }
    }

    private void pickAny(BackupModel backup) {
        List<Generation> all =
                backup.state().map(RoundState::generations).orElse(List.of()).stream()
                        .map(RoundState.Kept::generation)
                        .toList();
        if (!all.isEmpty()) {
            backup.pick(all.get(random.nextInt(all.size())));
        }
    }

    private void unlocked(BackupModel backup) throws IOException {
        Optional<MomentModel> moment = backup.moment().get();
        switch (random.nextInt(12)) {
            case 0 -> {
                work();
                backup.run().start(new RoundRunJob.Wish(random.nextInt(4) == 0, false));
            }
            case 1, 2 -> pickAny(backup);
            case 3 -> moment.ifPresent(MomentModel::compare);
            case 4 -> moment.ifPresent(open -> open.filter().set(random.nextBoolean() ? "1" : ""));
            case 5, 6 -> moment.filter(open -> !backup.isBusy()).ifPresent(MomentModel::putBack);
            case 7 ->
                    moment.flatMap(MomentModel::rows)
                            .filter(rows -> !rows.isEmpty())
                            .ifPresent(
                                    rows ->
                                            moment.get()
                                                    .tick(
                                                            rows.get(random.nextInt(rows.size())),
                                                            random.nextBoolean()));
            case 8 -> {
                if (!backup.isBusy()) {
                    backup.back().check();
                }
            }
            case 9 -> backup.back().search("1");
            case 10 -> {
                if (!backup.isBusy()) {
                    backup.state().flatMap(RoundState::undo).ifPresent(backup.back()::undo);
                }
            }
            default -> backup.lock();
        }
    }

    private void look() {
        for (BackupModel backup : known()) {
            Optional<MomentModel> moment = backup.moment().get();
            if (!backup.isUnlocked().get()) {
                assertThat(moment).as("locked is locked").isEmpty();
                assertThat(backup.back().found().get()).isEmpty();
                assertThatThrownBy(backup.secret()::copy)
                        .as("the password is wiped")
                        .isInstanceOf(CancellationException.class);
                assertThat(backup.reports().get().toString()).doesNotContain(".txt", "trench");
            }
            if (moment.isPresent() && !moment.equals(before)) {
                opened++;
                before = moment;
                moment.get()
                        .done()
                        .addListener((property, old, now) -> putBack += now.isPresent() ? 1 : 0);
            }
            moment.ifPresent(
                    open ->
                            assertThat(open.moment().store().round())
                                    .isEqualTo(backup.round().backup().orElseThrow().id()));
        }
    }

    private List<BackupModel> known() {
        List<BackupModel> all = new ArrayList<>();
        model.backup().get().ifPresent(all::add);
        return all;
    }

    /** What is shown is what is picked. */
    private void lookWhenQuiet() {
        for (BackupModel backup : known()) {
            boolean wellOpened =
                    backup.isUnlocked().get()
                            && backup.failure().get().isEmpty()
                            && backup.picked().get().isPresent();
            if (wellOpened) {
                MomentModel open = backup.moment().get().orElseThrow();
                assertThat(open.moment().generation().id())
                        .isEqualTo(backup.picked().get().get().id());
                assertThat(open.rows()).isPresent();
            }
        }
    }

    private long generations() throws IOException {
        long count = 0;
        for (Round round : store.rounds()) {
            count += RoundState.of(round).generations().size();
        }
        return count;
    }

    private List<String> openFiles() throws IOException {
        Path own = Path.of("/proc/self/fd");
        Assumptions.assumeTrue(Files.isDirectory(own));
        List<String> open = new ArrayList<>();
        try (Stream<Path> all = Files.list(own)) {
            for (Path each : all.toList()) {
                try {
                    String target = Files.readSymbolicLink(each).toString();
                    if (target.startsWith(folder.toString())) {
                        open.add(target);
                    }
                } catch (IOException e) {
                    continue; // closed meanwhile
                }
            }
        }
        return open;
    }
}
