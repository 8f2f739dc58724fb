package app.lacuna.desktop.places.discs;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.drive.BurnList;
import app.lacuna.disc.drive.BurnSet;
import app.lacuna.job.Archives;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.password.Strength;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Somebody adds files while others are looked at, takes archives, writes images, burns discs, burns
 * them once more meanwhile, locks and begins anew, and the background comes to its end in any
 * order. {@code -Dwalk.steps=100000} takes a longer walk.
 */
class DiscsWalkTest {
    private static final int STEPS = Integer.getInteger("walk.steps", 1_000);

    @TempDir Path folder;
    private Random random;
    private ScriptedThreads script;
    private DiscsModel model;
    private final MadePasswords passwords = new MadePasswords();
    private final List<Path> files = new ArrayList<>();
    private final List<Integer> asked = new ArrayList<>();
    private final Set<Path> wanted = new LinkedHashSet<>();
    private final Map<Path, Set<String>> seen = new HashMap<>();
    private Path archive;
    private boolean burnsToTheEnd;
    private int made;
    private int written;

    @BeforeEach
    void make() throws IOException {
        for (int i = 0; i < 5; i++) {
            byte[] noise = new byte[50_000];
            new Random(i).nextBytes(noise);
            files.add(Files.write(folder.resolve("find-" + i + ".raw"), noise));
        }
        archive = folder.resolve("season.zip");
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never()).scan(files),
                        archive,
                        PackOptions.STANDARD.withNames(Names.HIDDEN),
                        Existing.KEEP,
                        PackRequest.AfterPacking.TRUST);
        try (Secret secret = Secret.takeOver("ebb".toCharArray())) {
            new PackJob(request, Optional.of(secret), ProgressListener.none(), CancelToken.never())
                    .run();
        }
    }

    @Test
    void nothingIsForgottenAndNothingStaysAfterLocking() throws IOException {
        walk(1);
    }

    @Tag("slow")
    @ParameterizedTest
    @ValueSource(longs = {2})
    void nothingIsForgottenAndNothingStaysAfterLocking_onOtherWays(long seed) throws IOException {
        walk(seed);
    }

    private void walk(long seed) throws IOException {
        random = new Random(seed);
        script = new ScriptedThreads(seed);
        model =
                new DiscsModel(
                        script.life(),
                        Clock.fixed(Instant.parse("2040-11-11T18:00:00Z"), ZoneOffset.UTC),
                        Optional.of(new EagerDrive(asked::add)),
                        new BurnList(folder.resolve("state")),
                        Files.createDirectories(folder.resolve("out")),
                        passwords);
        int step = 0;
        try {
            for (; step < STEPS; step++) {
                if (random.nextInt(3) > 0) {
                    script.step();
                } else {
                    act(step);
                }
                seePasswords();
                if (step % 100 == 0) {
                    lookWhenQuiet();
                }
            }
        } catch (Throwable e) {
            throw new AssertionError("seed " + seed + ", step " + step, e);
        }
        lookWhenQuiet();
        assertThat(written).as("the walk goes somewhere").isGreaterThan(STEPS / 500);
        assertThat(asked).hasSizeGreaterThan(STEPS / 200);
    }

    private void act(int step) throws IOException {
        switch (random.nextInt(13)) {
            case 0, 1, 2 -> add();
            case 3 -> takeArchive();
            case 4 -> password();
            case 5, 6 -> write(step);
            case 7 -> {
                model.burn();
                burnsToTheEnd |= model.burning().action().running().get();
            }
            case 8, 9 -> burnAgain();
            case 10 -> lock();
            case 11 -> cancel();
            default -> {
                if (random.nextInt(4) == 0) {
                    startAnew();
                }
            }
        }
    }

    private boolean mayBeReplaced() {
        return !model.isBusy() && !model.isPasswordUnknown();
    }

    private void add() {
        if (!mayBeReplaced()) {
            return;
        }
        if (!model.isPreparing()) {
            startAnew();
        }
        Path one = files.get(random.nextInt(files.size()));
        wanted.add(one);
        model.add(List.of(one));
    }

    private void takeArchive() {
        if (mayBeReplaced()) {
            burnsToTheEnd = false;
            wanted.clear();
            model.takeArchive(
                    archive,
                    PackOptions.STANDARD.withNames(Names.HIDDEN),
                    Optional.of(Secret.takeOver("ebb".toCharArray())));
        }
    }

    private void password() {
        if (random.nextBoolean()) {
            model.password().typed().first().set("ebb");
            model.password().typed().second().set("ebb");
            return;
        }
        try (Secret secret = Secret.takeOver(("KLMNPQRSTUVW" + made++).toCharArray())) {
            model.password().take(secret, Strength.ofRandom(27));
        }
    }

    private void write(int step) throws IOException {
        if (model.ready().get() && model.set().get().isEmpty()) {
            written++;
            model.form().kind().set(DiscKind.ofBytes(2_000_000));
            model.form().folder().set(Files.createDirectories(folder.resolve("out/" + step)));
            burnsToTheEnd = random.nextBoolean();
            model.write(burnsToTheEnd);
        }
    }

    private void burnAgain() {
        Optional<BurnSet> set = model.set().get();
        if (set.isPresent()) {
            model.burnAgain(1 + random.nextInt(set.get().discs().size()));
            burnsToTheEnd &= model.burning().action().running().get();
        }
    }

    private void cancel() {
        if (random.nextInt(4) == 0) {
            burnsToTheEnd = false;
            model.burning().action().cancel();
            model.images().action().cancel();
        }
    }

    private void lock() {
        model.forgetKnown();
        model.lock();
        boolean inside = model.cargo().get() instanceof Cargo.Archive;
        assertThat(inside && !model.isBusy()).as("locked").isFalse();
        if (!model.isBusy()) {
            assertThat(model.pathsOn(1).size() * (wanted.isEmpty() ? 1 : 0))
                    .as("paths of what was behind a password")
                    .isZero();
        }
    }

    private void startAnew() {
        if (mayBeReplaced()) {
            burnsToTheEnd = false;
            wanted.clear();
            model.startAnew();
        }
    }

    private void seePasswords() {
        List<KeptPassword> all = new ArrayList<>(passwords.withoutPage());
        model.kept().ifPresent(all::add);
        for (KeptPassword kept : all) {
            try (Secret secret = kept.copy()) {
                kept.file()
                        .ifPresent(
                                file ->
                                        seen.computeIfAbsent(file, any -> new TreeSet<>())
                                                .add(secret.withCharacters(Object::toString)));
            }
        }
        if (random.nextInt(10) == 0) {
            List.copyOf(passwords.withoutPage()).forEach(KeptPassword::isKnownNow);
            model.kept().ifPresent(KeptPassword::isKnownNow);
        }
    }

    private void lookWhenQuiet() {
        script.settle();
        seePasswords();
        if (model.cargo().get() instanceof Cargo.Files) {
            assertThat(model.chosenRoots()).containsExactlyElementsOf(wanted);
        }
        model.set()
                .get()
                .ifPresent(
                        set -> {
                            List<Path> images =
                                    set.discs().stream().map(BurnSet.Disc::image).toList();
                            assertThat(opens(images)).as("somebody has the password").isTrue();
                            if (burnsToTheEnd) {
                                assertThat(set.next()).as("all are burned").isEmpty();
                            }
                        });
    }

    private boolean opens(List<Path> images) {
        Set<String> all = new TreeSet<>(seen.getOrDefault(images.get(0), Set.of()));
        all.add("ebb");
        return all.stream().anyMatch(password -> opens(images, password));
    }

    private static boolean opens(List<Path> images, String password) {
        try (Secret secret = Secret.takeOver(password.toCharArray());
                ArchiveReader reader = Archives.discs(images, Limits.STANDARD, Nested.AS_A_FILE);
                OpenedArchive opened = reader.open(secret)) {
            return !opened.listing().entries().isEmpty();
        } catch (IOException e) {
            return false;
        }
    }
}
