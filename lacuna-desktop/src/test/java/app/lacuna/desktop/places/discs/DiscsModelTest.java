package app.lacuna.desktop.places.discs;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.demo.burner.TrayDrive;
import app.lacuna.demo.drive.SimulatedDrive;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscTable;
import app.lacuna.disc.Recovery;
import app.lacuna.disc.drive.BurnList;
import app.lacuna.disc.drive.DiscDrive;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackRequest.AfterPacking;
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
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DiscsModelTest {
    private static final long DISC = 3_000_000;

    @TempDir Path folder;
    private Path season;
    private Path out;

    @BeforeEach
    void make() throws IOException {
        season = Files.createDirectory(folder.resolve("season"));
        out = Files.createDirectory(folder.resolve("out"));
        Random chance = new Random(3);
        for (int i = 0; i < 9; i++) {
            byte[] noise = new byte[400_000];
            chance.nextBytes(noise);
            Files.write(season.resolve("photo " + i + ".jpg"), noise);
        }
    }

    private DiscsModel model(Lifetime life) {
        return model(life, new TrayDrive(new SimulatedDrive(folder.resolve("tray"))));
    }

    private DiscsModel model(Lifetime life, DiscDrive drive) {
        return new DiscsModel(
                life,
                Clock.fixed(Instant.parse("2026-11-26T10:00:00Z"), ZoneOffset.UTC),
                Optional.of(drive),
                new BurnList(folder.resolve("state")),
                out,
                new MadePasswords());
    }

    private static void type(DiscsModel model) {
        model.password().typed().first().set("ebb");
        model.password().typed().second().set("ebb");
    }

    private List<String> written() throws IOException {
        try (Stream<Path> files = Files.list(out)) {
            return files.map(file -> file.getFileName().toString()).sorted().toList();
        }
    }

    private static DiscTable.Count count(DiscsModel model) {
        return model.plan().count(model.plan().table().get().orElseThrow()).orElseThrow();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3, 4})
    void add_whileTheFirstIsScanned_keepsBoth(int steps) throws IOException {
        Path diary = Files.writeString(folder.resolve("diary.txt"), "rain");
        ScriptedThreads threads = new ScriptedThreads(steps);
        DiscsModel model = model(threads.life());
        model.add(List.of(season));
        for (int i = 0; i < steps; i++) {
            threads.step();
        }
        model.add(List.of(diary));
        threads.settle();
        assertThat(model.chosenRoots()).containsExactly(season, diary);
        assertThat(model.cargo().get().items()).isEqualTo(11);
        model.startAnew();
        model.add(List.of(diary));
        threads.settle();
        assertThat(model.chosenRoots()).containsExactly(diary);
    }

    @Test
    void add_leavesTheChosenFolder() throws IOException {
        Path elsewhere = Files.createDirectories(folder.resolve("elsewhere"));
        Path diary = Files.writeString(elsewhere.resolve("diary.txt"), "rain");
        ScriptedThreads threads = new ScriptedThreads(5);
        DiscsModel model = model(threads.life());
        model.add(List.of(season));
        threads.settle();
        assertThat(model.form().folder().get()).as("beside the files").isEqualTo(folder);
        model.add(List.of(diary));
        threads.settle();
        assertThat(model.form().folder().get()).as("of the first").isEqualTo(folder);
        model.form().folder().set(out);
        model.add(List.of(season.resolve("photo 1.jpg")));
        threads.settle();
        assertThat(model.form().folder().get()).isEqualTo(out);
        model.startAnew();
        model.add(List.of(diary));
        threads.settle();
        assertThat(model.form().folder().get()).as("a new proposal").isEqualTo(elsewhere);
        model.startAnew();
        model.form().folder().set(out);
        model.add(List.of(season));
        threads.settle();
        assertThat(model.form().folder().get()).as("chosen before the files").isEqualTo(out);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void thePlanIsThatOfTheNewestWish(long seed) {
        ScriptedThreads threads = new ScriptedThreads(seed);
        DiscsModel model = model(threads.life());
        model.add(List.of(season));
        threads.step();
        model.form().kind().set(DiscKind.ofBytes(DISC));
        model.form().recovery().set(Recovery.NONE);
        threads.step();
        model.form().spread().set(Spread.TOGETHER);
        model.form().recovery().set(new Recovery(Recovery.Kind.DISCS, 2));
        threads.settle();
        assertThat(model.plan().table().get().orElseThrow().recovery().discs()).isEqualTo(2);
        assertThat(count(model).most()).isEqualTo(5);
        model.form().recovery().set(Recovery.NONE);
        threads.settle();
        assertThat(count(model).most()).isEqualTo(2);
        model.startAnew();
        threads.settle();
        assertThat(model.plan().table().get()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void imagesAreThereAllOrNoneWheneverItEnds(long seed) throws IOException {
        ScriptedThreads threads = new ScriptedThreads(seed);
        Lifetime life = threads.life();
        DiscsModel model = model(life);
        model.add(List.of(season));
        threads.settle();
        model.form().folder().set(out);
        model.form().kind().set(DiscKind.ofBytes(DISC));
        type(model);
        assertThat(model.ready().get()).isTrue();
        model.write(false);
        for (long i = 0; i < seed; i++) {
            threads.step();
        }
        life.end();
        threads.settle();
        assertThat(written().size()).isIn(0, 4);
    }

    /** The fields can be written to while the images are written. */
    @Test
    void write_withAnotherPasswordMadeMeanwhile_keepsTheOneThatOpens() throws IOException {
        ScriptedThreads threads = new ScriptedThreads(8);
        DiscsModel model = model(threads.life());
        model.add(List.of(season));
        threads.settle();
        model.form().folder().set(out);
        model.form().kind().set(DiscKind.ofBytes(DISC));
        make(model, "KLMNPQRS23456789");
        model.write(false);
        make(model, "TVWXYZ2345678923");
        threads.settle();
        assertThat(written()).hasSize(4);
        try (Secret kept = model.kept().orElseThrow().copy()) {
            assertThat(kept.withCharacters(Object::toString)).isEqualTo("KLMNPQRS23456789");
        }
    }

    @Test
    void burnAgain_whileAnotherDiscIsBurned_isNotForgotten() {
        ScriptedThreads threads = new ScriptedThreads(10);
        List<Integer> asked = new ArrayList<>();
        DiscsModel[] model = new DiscsModel[1];
        EagerDrive drive =
                new EagerDrive(
                        number -> {
                            asked.add(number);
                            if (number == 2) {
                                model[0].burnAgain(1);
                            }
                        });
        model[0] = model(threads.life(), drive);
        model[0].add(List.of(season));
        threads.settle();
        model[0].form().folder().set(out);
        model[0].form().kind().set(DiscKind.ofBytes(DISC));
        type(model[0]);
        model[0].write(true);
        threads.settle();
        assertThat(asked).containsExactly(1, 2, 1, 3, 4);
        assertThat(model[0].set().get().orElseThrow().burnedCount()).isEqualTo(4);
    }

    /** An archive that hides its names, opened on the page. */
    private void takeArchive(DiscsModel model) throws IOException {
        Path archive = folder.resolve("season.zip");
        if (!Files.exists(archive)) {
            PackRequest request =
                    new PackRequest(
                            new SelectionScanner(CancelToken.never()).scan(List.of(season)),
                            archive,
                            PackOptions.STANDARD.withNames(Names.HIDDEN),
                            Existing.KEEP,
                            AfterPacking.TRUST);
            try (Secret secret = Secret.takeOver("ebb".toCharArray())) {
                new PackJob(
                                request,
                                Optional.of(secret),
                                ProgressListener.none(),
                                CancelToken.never())
                        .run();
            }
        }
        model.takeArchive(
                archive,
                PackOptions.STANDARD.withNames(Names.HIDDEN),
                Optional.of(Secret.takeOver("ebb".toCharArray())));
    }

    @Test
    void lock_whileArchiveIsOpened_takesNothing() throws IOException {
        for (int steps = 0; steps < 5; steps++) {
            ScriptedThreads threads = new ScriptedThreads(steps);
            DiscsModel model = model(threads.life());
            takeArchive(model);
            for (int i = 0; i < steps; i++) {
                threads.step();
            }
            model.lock();
            threads.settle();
            assertThat(model.cargo().get()).as("after %d", steps).isInstanceOf(Cargo.Nothing.class);
        }
    }

    @Test
    void lock_afterImagesAreWritten_forgetsNamesInside() throws IOException {
        ScriptedThreads threads = new ScriptedThreads(9);
        DiscsModel model = model(threads.life());
        takeArchive(model);
        threads.settle();
        model.form().folder().set(out);
        model.form().kind().set(DiscKind.ofBytes(DISC));
        model.write(false);
        threads.step();
        model.lock();
        assertThat(model.cargo().get()).as("still written").isInstanceOf(Cargo.Archive.class);
        threads.settle();
        assertThat(model.set().get()).isPresent();
        assertThat(model.cargo().get()).isInstanceOf(Cargo.Nothing.class);
        assertThat(model.written()).isEmpty();
        assertThat(model.pathsOn(1)).isEmpty();
    }

    private static void make(DiscsModel model, String password) {
        try (Secret made = Secret.takeOver(password.toCharArray())) {
            model.password().take(made, Strength.ofRandom(27));
        }
    }

    @Test
    void withoutAPasswordNothingIsWrittenUnlessThatIsWanted() throws IOException {
        ScriptedThreads threads = new ScriptedThreads(7);
        DiscsModel model = model(threads.life());
        model.add(List.of(season));
        threads.settle();
        model.form().folder().set(out);
        assertThat(model.ready().get()).isFalse();
        model.write(true);
        threads.settle();
        assertThat(written()).isEmpty();
        model.form().locked().set(false);
        assertThat(model.form().options().get().names()).isEqualTo(Names.VISIBLE);
        assertThat(model.ready().get()).isTrue();
    }

    @Test
    void aMadePasswordIsKeptUntilSomebodyHasIt() {
        ScriptedThreads threads = new ScriptedThreads(8);
        DiscsModel model = model(threads.life());
        model.add(List.of(season));
        threads.settle();
        model.form().folder().set(out);
        model.password().typed().first().set("KLMNPQRS23456789");
        model.password().typed().second().set("KLMNPQRS23456789");
        model.password().isMadeElsewhere();
        model.write(false);
        threads.settle();
        assertThat(model.set().get()).isPresent();
        assertThat(model.password().typed().first().get()).isEmpty();
        assertThat(model.isPasswordUnknown()).isTrue();
        model.forgetKnown();
        assertThat(model.kept()).isPresent();
        model.kept().orElseThrow().isKnownNow();
        assertThat(model.isPasswordUnknown()).isFalse();
        model.forgetKnown();
        assertThat(model.kept()).isEmpty();
    }

    @Test
    void theNameOfTheSetTellsNothing() {
        ScriptedThreads threads = new ScriptedThreads(9);
        DiscsModel model = model(threads.life());
        model.add(List.of(season));
        threads.settle();
        assertThat(model.form().label().get().text()).isEqualTo("2026_11_26");
    }

    @Test
    void whatIsOnADiscIsSaidInAFewNames() {
        assertThat(DiscLines.folders(List.of("season/a/1", "season/a/2"))).isEqualTo("a");
        assertThat(DiscLines.folders(List.of("season/a/1", "season/b/2", "season/c/3")))
                .isEqualTo("a, b and more");
        assertThat(DiscLines.folders(List.of("diary.txt"))).isEqualTo("diary.txt");
    }
}
