package app.lacuna.desktop.places.open;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.desktop.session.ArchiveSession;
import app.lacuna.desktop.window.MovableClock;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.error.WrongPassword;
import app.lacuna.job.Archives;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.password.Strength;
import app.lacuna.preview.Preview;
import app.lacuna.rounds.OpenHistory;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Somebody who does anything at any moment, while what is under way in the background comes to its
 * end in any order. The contents of every file begin with its name, so that whatever lands at the
 * wrong place is seen. {@code -Dwalk.steps=100000} takes a longer one.
 */
class OpenWalkTest {
    private static final int STEPS = Integer.getInteger("walk.steps", 2_000);

    @TempDir Path folder;
    private Random random;
    private ScriptedThreads script;
    private OpenViewModel model;
    private final MovableClock clock = MovableClock.standing();
    private final List<Path> outside = new ArrayList<>();
    private final Map<ArchiveSession, String> closed = new IdentityHashMap<>();
    private Optional<ArchiveSession> before = Optional.empty();
    private boolean unwrittenBefore;
    private Set<String> plannedBefore = Set.of();
    private boolean mayLose;
    private MadePasswords passwords;

    /**
     * The passwords shown so far; the last one opened the archive last. None is removed, because a
     * rewrite in progress may use an older or a newer password.
     */
    private final Map<Path, List<String>> known = new HashMap<>();

    private int made;
    private int madePasswords;
    private int unlocked;
    private int written;

    @BeforeEach
    void pack() throws IOException {
        for (String name : List.of("a", "b")) {
            Path files = Files.createDirectories(folder.resolve("originals").resolve(name));
            for (int i = 0; i < 4; i++) {
                named(files.resolve(name + i + ".txt"));
            }
            pack(
                    files,
                    folder.resolve(name + ".zip"),
                    name.equals("a") ? Names.HIDDEN : Names.VISIBLE);
        }
    }

    private static Path named(Path file) throws IOException {
        return Files.writeString(file, file.getFileName() + ": dug out");
    }

    private static void pack(Path files, Path archive, Names names) throws IOException {
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never()).scan(List.of(files)),
                        archive,
                        PackOptions.STANDARD.withNames(names),
                        Existing.KEEP,
                        PackRequest.AfterPacking.TRUST);
        try (Secret secret = Secret.takeOver("hut".toCharArray())) {
            new PackJob(request, Optional.of(secret), ProgressListener.none(), CancelToken.never())
                    .run();
        }
    }

    @Test
    void nothingEverLandsWhereItDoesNotBelong() throws IOException {
        walk(1);
    }

    @Tag("slow")
    @ParameterizedTest
    @ValueSource(longs = {2, 3})
    void nothingEverLandsWhereItDoesNotBelong_onOtherWays(long seed) throws IOException {
        walk(seed);
    }

    private void walk(long seed) throws IOException {
        random = new Random(seed);
        script = new ScriptedThreads(seed);
        passwords = new MadePasswords();
        for (String name : List.of("a.zip", "b.zip")) {
            known.put(folder.resolve(name), new ArrayList<>(List.of("hut")));
        }
        model =
                new OpenViewModel(
                        script.life(),
                        new OpenHistory(folder.resolve("state")),
                        OnOpenArchive.settings(folder),
                        outside::add,
                        clock,
                        passwords);
        int step = 0;
        try {
            for (; step < STEPS; step++) {
                if (random.nextInt(3) > 0) {
                    script.step();
                } else {
                    act();
                }
                seePasswords();
                look();
                if (step % 500 == 0) {
                    lookAtTheDisk();
                    allOpen();
                }
            }
        } catch (Throwable e) {
            throw new AssertionError("seed " + seed + ", step " + step, e);
        }
        model.closeNow();
        script.settle();
        lookAtTheDisk();
        assertThat(unlocked).as("the walk goes somewhere").isGreaterThan(STEPS / 200);
        assertThat(written).isGreaterThan(STEPS / 1000);
        assertThat(madePasswords).isPositive();
    }

    /** A made password of an archive is somewhere to be seen from the moment it is needed. */
    private void seePasswords() {
        List<KeptPassword> all = new ArrayList<>(passwords.withoutPage());
        if (model.state().get() == OpenState.UNLOCKED) {
            model.session().kept().ifPresent(all::add);
        }
        for (KeptPassword kept : all) {
            List<String> seen = known.get(kept.file().orElseThrow());
            try (Secret secret = kept.copy()) {
                String text = secret.withCharacters(Object::toString);
                if (!seen.contains(text)) {
                    seen.add(text);
                }
            }
        }
        if (random.nextInt(10) == 0) {
            List.copyOf(passwords.withoutPage()).forEach(KeptPassword::isKnownNow);
        }
    }

    private void allOpen() {
        while (script.step()) {
            seePasswords();
            look();
        }
        known.keySet().forEach(this::pathsIn);
    }

    private String password() {
        List<String> all = known.get(model.listing().archive());
        return all.get(random.nextInt(3) == 0 ? random.nextInt(all.size()) : all.size() - 1);
    }

    private void act() throws IOException {
        mayLose = false;
        if (model.leaving().asked().get() != Leaving.NOT && random.nextInt(3) == 0) {
            answer();
            return;
        }
        switch (model.state().get()) {
            case NOTHING, LOCKING -> open();
            case LOCKED -> unlock();
            case UNLOCKED -> inside(model.session());
        }
    }

    private void open() {
        model.open(folder.resolve(random.nextBoolean() ? "a.zip" : "b.zip"));
    }

    private void answer() {
        switch (random.nextInt(3)) {
            case 0 -> {
                mayLose = true;
                model.leaving().lose();
            }
            case 1 -> model.leaving().write();
            default -> model.leaving().stay();
        }
    }

    private void unlock() {
        switch (random.nextInt(8)) {
            case 0 -> open();
            case 1 -> model.closeNow();
            case 2 -> {
                model.locked().password().set("hat");
                model.locked().unlock();
            }
            case 3 -> {
                model.locked().password().set("HUT");
                model.locked().tryVariants();
            }
            default -> {
                model.locked().password().set(password());
                model.locked().unlock();
            }
        }
    }

    private void inside(ArchiveSession session) throws IOException {
        List<PlannedEntry> entries =
                session
                        .changes()
                        .plan()
                        .get()
                        .map(plan -> plan.entries())
                        .orElse(List.of())
                        .stream()
                        .filter(entry -> entry.isThere() && entry.name().endsWith(".txt"))
                        .toList();
        Optional<PlannedEntry> one =
                entries.isEmpty()
                        ? Optional.empty()
                        : Optional.of(entries.get(random.nextInt(entries.size())));
        switch (random.nextInt(20)) {
            case 0, 1 -> one.ifPresent(session::view);
            case 2 -> one.ifPresent(entry -> session.changes().remove(List.of(entry.path())));
            case 3, 4 -> {
                Path added = folder.resolve("originals/n" + made++ % 9 + ".txt");
                session.changes().add(List.of(named(added)), "");
            }
            case 5 -> session.changes().undo();
            case 6 -> session.changes().forgetAll();
            case 7, 8 -> {
                written++;
                session.writing().write();
            }
            case 9 -> {
                session.extract().folder().set(folder.resolve("out/" + made++));
                session.extractAll();
            }
            case 10 -> {
                session.extract().folder().set(folder.resolve("out/restored"));
                session.compare();
            }
            case 11, 12 -> session.extract().restore();
            case 13 -> one.ifPresent(session::openOutside);
            case 14 -> changeOutside();
            case 15 -> open();
            case 16 -> relock(session);
            case 17 -> {
                clock.moveOn(Duration.ofMinutes(random.nextInt(15)));
                model.tick();
            }
            case 18 -> session.extract().clearCopies();
            default -> model.lock();
        }
    }

    private void relock(ArchiveSession session) {
        session.relock().begin(session.listing());
        session.relock().names().set(random.nextBoolean() ? Names.HIDDEN : Names.VISIBLE);
        boolean same = random.nextInt(3) > 0;
        session.relock().samePassword().set(same);
        if (!same) {
            String text = "KLMNPQRSTUVW" + madePasswords++;
            try (Secret secret = Secret.takeOver(text.toCharArray())) {
                session.relock().password().take(secret, Strength.ofRandom(27));
            }
        }
        session.writing().relock(session.archive().path());
    }

    /** As another program would save it. */
    private void changeOutside() throws IOException {
        if (!outside.isEmpty()) {
            Path copy = outside.get(random.nextInt(outside.size()));
            if (Files.exists(copy)) {
                Files.writeString(copy, copy.getFileName() + ": seen again " + made++);
            }
        }
    }

    private void look() {
        Optional<ArchiveSession> now =
                model.state().get() == OpenState.UNLOCKED
                        ? Optional.of(model.session())
                        : Optional.empty();
        if (!now.equals(before)) {
            before.ifPresent(this::sawClosing);
            unlocked += now.isPresent() ? 1 : 0;
        }
        now.ifPresent(this::isOneArchive);
        closed.forEach(
                (session, seen) ->
                        assertThat(told(session)).as("nothing is heard of it").isEqualTo(seen));
        before = now;
        plannedBefore = now.map(OpenWalkTest::planned).orElse(Set.of());
        unwrittenBefore =
                now.filter(ArchiveSession::hasUnwritten)
                        .filter(session -> !session.losesOnlyPassword()) // the window keeps that
                        .isPresent();
    }

    private void sawClosing(ArchiveSession session) {
        boolean writtenAnew =
                model.state().get() == OpenState.UNLOCKED && model.session().written().isPresent();
        if (unwrittenBefore && !mayLose && !writtenAnew) {
            assertThat(pathsIn(session.archive().path()))
                    .as("no change is lost unasked: it was written before it was closed")
                    .isEqualTo(plannedBefore);
        }
        if (closed.size() > 6) {
            closed.clear(); // those that were closed long ago have been looked at often enough
        }
        closed.put(session, told(session));
        assertThat(session.viewer().viewed().get()).isInstanceOf(Viewed.Nothing.class);
    }

    /** With one of the passwords that somebody has seen. */
    private Set<String> pathsIn(Path archive) {
        List<String> all = known.get(archive);
        for (int i = all.size() - 1; i >= 0; i--) {
            try (Secret secret = Secret.takeOver(all.get(i).toCharArray());
                    ArchiveReader reader = Archives.open(archive);
                    OpenedArchive opened = reader.open(secret)) {
                all.add(all.remove(i));
                return opened.listing().entries().stream()
                        .map(ArchiveEntry::path)
                        .collect(Collectors.toSet());
            } catch (WrongPassword e) {
                continue;
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        throw new AssertionError("the password of " + archive.getFileName() + " is lost");
    }

    private static Set<String> planned(ArchiveSession session) {
        return session.changes().plan().get().stream()
                .flatMap(plan -> plan.entries().stream())
                .filter(PlannedEntry::isThere)
                .map(PlannedEntry::path)
                .collect(Collectors.toSet());
    }

    /** What can be seen of a session. */
    private static String told(ArchiveSession session) {
        return session.viewer().viewed().get().getClass()
                + " "
                + session.changes().count().get()
                + System.identityHashCode(session.changes().plan().get().orElse(null))
                + session.extract().report().get().isPresent()
                + session.extract().comparison().get().isPresent()
                + session.outside().changed().get()
                + session.check().state().get()
                + System.identityHashCode(session.inside().rows().get());
    }

    /** What is listed, planned, seen and looked at belongs to the archive of this session. */
    private void isOneArchive(ArchiveSession session) {
        String other = session.archive().path().endsWith("a.zip") ? "b" : "a";
        for (ArchiveEntry entry : session.listing().entries()) {
            assertThat(entry.name()).doesNotStartWith(other);
        }
        session.changes()
                .plan()
                .get()
                .ifPresent(
                        plan ->
                                plan.entries()
                                        .forEach(
                                                entry ->
                                                        assertThat(entry.name())
                                                                .doesNotStartWith(other)));
        session.inside()
                .rows()
                .get()
                .forEach(row -> assertThat(row.name()).doesNotStartWith(other));
        if (session.viewer().viewed().get() instanceof Viewed.Shown shown
                && shown.preview() instanceof Preview.Text text) {
            assertThat(text.pages().page(0)).startsWith(shown.name() + ":");
        }
    }

    /** Every file that came out is what its name says, and nothing is where nobody wanted it. */
    private void lookAtTheDisk() throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path file : (Iterable<Path>) all.filter(Files::isRegularFile)::iterator) {
                Path top = folder.relativize(file).getName(0);
                if (file.toString().endsWith(".txt")) {
                    assertThat(Files.readString(file)).startsWith(file.getFileName() + ":");
                    assertThat(top.toString()).isIn("out", "originals", "state");
                } else if (!top.toString().equals("state")) {
                    assertThat(file.getFileName().toString()).isIn("a.zip", "b.zip");
                }
            }
        }
    }
}
