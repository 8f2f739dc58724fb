package app.lacuna.desktop.places.pack;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.jobs.Turns;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.job.Archives;
import app.lacuna.password.Strength;
import app.lacuna.rounds.RoundStore;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.PathTree;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Somebody adds and removes files while they are looked at, packs, cancels, makes passwords and
 * begins anew, and the background comes to its end in any order. {@code -Dwalk.steps=100000} takes
 * a longer walk.
 */
class PackWalkTest {
    private static final int STEPS = Integer.getInteger("walk.steps", 3_000);

    @TempDir Path folder;
    private Random random;
    private ScriptedThreads script;
    private PackViewModel model;
    private final MadePasswords passwords = new MadePasswords();
    private final List<Path> files = new ArrayList<>();

    /** What is to be packed, by what was wished for. */
    private final Set<Path> wanted = new TreeSet<>();

    private final Map<Path, Set<String>> seen = new HashMap<>();
    private int made;
    private int packed;

    @Test
    void whatIsWishedForIsPackedAndOpens() throws IOException {
        walk(1);
    }

    @Tag("slow")
    @ParameterizedTest
    @ValueSource(longs = {2})
    void whatIsWishedForIsPackedAndOpens_onOtherWays(long seed) throws IOException {
        walk(seed);
    }

    private void walk(long seed) throws IOException {
        random = new Random(seed);
        script = new ScriptedThreads(seed);
        for (int i = 0; i < 6; i++) {
            files.add(Files.writeString(folder.resolve("find-" + i + ".txt"), "find " + i));
        }
        Files.createDirectories(folder.resolve("out"));
        Lifetime life = script.life();
        NewArchiveName name =
                new NewArchiveName(
                        Clock.fixed(Instant.parse("2040-11-11T18:00:00Z"), ZoneOffset.UTC));
        model =
                new PackViewModel(
                        life.inner(),
                        name,
                        folder.resolve("out"),
                        new RoundsModel(new RoundStore(folder.resolve("state"))),
                        new Turns(),
                        passwords);
        model.folder().set(folder.resolve("out"));
        int step = 0;
        try {
            for (; step < STEPS; step++) {
                if (random.nextInt(3) > 0) {
                    script.step();
                } else {
                    act();
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
        assertThat(packed).as("the walk goes somewhere").isGreaterThan(STEPS / 500);
        assertThat(made).isPositive();
    }

    private void act() {
        boolean running = model.packing().action().running().get();
        switch (random.nextInt(running ? 3 : 10)) {
            case 0 -> {
                if (running && random.nextInt(4) == 0) {
                    model.packing().action().cancel();
                }
            }
            case 1 -> makePassword(); // also while it is packed: that is another password
            case 2, 3 -> pack();
            case 4, 5, 6 -> add();
            case 7, 8 -> remove();
            default -> startAnew();
        }
    }

    private Path any() {
        return files.get(random.nextInt(files.size()));
    }

    private void add() {
        List<Path> some = Stream.generate(this::any).limit(1 + random.nextInt(3)).toList();
        wanted.addAll(some);
        model.contents().add(some);
    }

    /** Of what the tree shows, which may be of a moment ago. */
    private void remove() {
        List<PathTree.Node<FileItem>> shown = model.contents().tree().get().children();
        if (!shown.isEmpty()) {
            PathTree.Node<FileItem> one = shown.get(random.nextInt(shown.size()));
            wanted.remove(one.value().orElseThrow().source());
            model.contents().remove(List.of(one));
        }
    }

    private void makePassword() {
        try (Secret secret = Secret.takeOver(("KLMNPQRSTUVW" + made++).toCharArray())) {
            model.newPassword().take(secret, Strength.ofRandom(27));
        }
    }

    private void pack() {
        if (model.ready().get()) {
            packed++;
            model.rename("archive " + packed);
            model.pack();
        }
    }

    private void startAnew() {
        if (!model.packing().action().running().get()) {
            wanted.clear();
            model.startAnew();
            seePasswords();
        }
    }

    private void seePasswords() {
        List<KeptPassword> all = new ArrayList<>(passwords.withoutPage());
        model.kept().filter(kept -> kept.file().isPresent()).ifPresent(all::add);
        for (KeptPassword kept : all) {
            try (Secret secret = kept.copy()) {
                seen.computeIfAbsent(kept.file().orElseThrow(), file -> new TreeSet<>())
                        .add(secret.withCharacters(Object::toString));
            }
        }
        if (random.nextInt(10) == 0) {
            List.copyOf(passwords.withoutPage()).forEach(KeptPassword::isKnownNow);
        }
    }

    private void lookWhenQuiet() throws IOException {
        script.settle();
        seePasswords();
        Set<Path> chosen =
                model.contents().selection().get().items().stream()
                        .map(FileItem::source)
                        .collect(Collectors.toSet());
        assertThat(chosen).as("what was wished for").isEqualTo(wanted);
        assertThat(Set.copyOf(model.contents().roots())).isEqualTo(wanted);
        try (Stream<Path> all = Files.list(folder.resolve("out"))) {
            for (Path archive : all.toList()) {
                assertThat(archive.toString()).as("nothing half-made").endsWith(".zip");
                Optional<String> right =
                        seen.getOrDefault(archive, Set.of()).stream()
                                .filter(password -> opens(archive, password))
                                .findFirst();
                assertThat(right).as("somebody has the password of %s", archive).isPresent();
                Files.delete(archive);
            }
        }
    }

    private static boolean opens(Path archive, String password) {
        try (Secret secret = Secret.takeOver(password.toCharArray());
                ArchiveReader reader = Archives.open(archive);
                OpenedArchive opened = reader.open(secret)) {
            return !opened.listing().entries().isEmpty();
        } catch (IOException e) {
            return false;
        }
    }
}
