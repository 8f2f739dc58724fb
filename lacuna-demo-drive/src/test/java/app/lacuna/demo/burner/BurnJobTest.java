package app.lacuna.demo.burner;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Stage;
import app.lacuna.demo.drive.SimulatedDisc;
import app.lacuna.demo.drive.SimulatedDrive;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscLabel;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.Recovery;
import app.lacuna.error.DiscTrouble;
import app.lacuna.error.DiscTrouble.Reason;
import app.lacuna.job.BurnJob;
import app.lacuna.job.DiscsRepaired;
import app.lacuna.job.DiscsResult;
import app.lacuna.job.PackDiscsJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.RepairDiscsJob;
import app.lacuna.selection.ExcludeRules;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Every way in which burning a disc can go, on a drive that is none. */
class BurnJobTest {
    private static final long SECTORS = 2_000;

    @TempDir Path folder;
    private SimulatedDrive drive;
    private DiscsResult set;

    @BeforeEach
    void write() throws IOException {
        drive = new SimulatedDrive(folder.resolve("discs"));
        Path tree = Files.createDirectory(folder.resolve("season"));
        Random chance = new Random(2);
        for (int i = 0; i < 6; i++) {
            byte[] noise = new byte[600_000];
            chance.nextBytes(noise);
            Files.write(tree.resolve("photo " + i + ".jpg"), noise);
        }
        DiscOrder order =
                new DiscOrder(
                        new DiscKind("", SECTORS),
                        Spread.OPEN_ALONE,
                        Recovery.ONE_DISC,
                        new DiscLabel("SALTMARSH"),
                        Optional.empty(),
                        Instant.parse("2026-11-26T10:00:00Z"),
                        ZoneOffset.UTC,
                        Locale.ENGLISH);
        Path out = Files.createDirectory(folder.resolve("out"));
        set =
                new PackDiscsJob(
                                new SelectionScanner(
                                                CancelToken.never(), item -> {}, ExcludeRules.NONE)
                                        .scan(List.of(tree)),
                                PackOptions.STANDARD.withProtection(Protection.NONE),
                                PackRequest.AfterPacking.PROVE,
                                order,
                                out,
                                ProgressListener.none(),
                                CancelToken.never())
                        .run(Optional.empty())
                        .discs();
    }

    private BurnJob job(int number) {
        return job(number, ProgressListener.none(), CancelToken.never());
    }

    private BurnJob job(int number, ProgressListener listener, CancelToken cancel) {
        DiscsResult.Disc disc = set.discs().get(number - 1);
        return new BurnJob(
                disc.image(), disc.facts().name(), new TrayDrive(drive), listener, cancel);
    }

    private SimulatedDisc blank() throws IOException {
        SimulatedDisc disc = drive.blank(SECTORS);
        drive.insert(disc);
        return disc;
    }

    private void refuses(BurnJob job, Reason reason) {
        assertThatThrownBy(job::run)
                .isInstanceOfSatisfying(
                        DiscTrouble.class, e -> assertThat(e.reason()).isEqualTo(reason));
    }

    @Test
    void whatIsBurnedIsTheImage() throws IOException {
        for (int number = 1; number <= set.discs().size(); number++) {
            SimulatedDisc disc = blank();
            job(number).run();
            Path image = set.discs().get(number - 1).image();
            assertThat(disc.file()).hasSameBinaryContentAs(image);
            assertThat(disc.label()).isEqualTo("SALTMARSH_" + number);
            job(number).check();
        }
    }

    @Test
    void theWrongDiscIsNotTouched() throws IOException {
        refuses(job(1), Reason.NO_DISC);
        SimulatedDisc full = drive.blank(SECTORS).written("HOLIDAYS");
        byte[] before = Files.readAllBytes(full.file());
        drive.insert(full);
        refuses(job(1), Reason.NOT_BLANK);
        assertThat(full.file()).hasBinaryContent(before);
        drive.insert(drive.blank(500));
        refuses(job(1), Reason.TOO_SMALL);
        assertThat(drive.disc().orElseThrow().isBlank()).isTrue();
    }

    @Test
    void aBadDiscCostsADiscAndNoPacking() throws IOException {
        byte[] image = Files.readAllBytes(set.discs().get(0).image());
        SimulatedDisc spoiled = blank().failsAt(700);
        refuses(job(1), Reason.WRITING_FAILED);
        assertThat(spoiled.isBlank()).isFalse();
        blank().scratch(300, 2);
        refuses(job(1), Reason.NOT_THE_SAME);
        SimulatedDisc good = blank();
        job(1).run();
        assertThat(good.file()).hasBinaryContent(image);
    }

    @Test
    void anImageThatHasChangedIsNotBurned() throws IOException {
        Path image = set.discs().get(0).image();
        try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "rw")) {
            file.seek(Files.size(image) / 2);
            file.write(file.read() + 1);
        }
        SimulatedDisc disc = blank();
        refuses(job(1), Reason.IMAGE_CHANGED);
        assertThat(disc.isBlank()).isTrue();
        BurnJob wrong =
                new BurnJob(
                        set.discs().get(1).image(),
                        "SALTMARSH_3",
                        new TrayDrive(drive),
                        ProgressListener.none(),
                        CancelToken.never());
        refuses(wrong, Reason.IMAGE_CHANGED);
    }

    @Test
    void cancellingSpoilsTheDiscAndNothingElse() throws IOException {
        CancelSource cancel = new CancelSource();
        SimulatedDisc disc = blank();
        BurnJob job =
                job(
                        1,
                        progress -> {
                            if (progress.stage() == Stage.BURNING && progress.doneBytes() > 0) {
                                cancel.cancel();
                            }
                        },
                        cancel);
        drive.speed(2_000_000);
        assertThatThrownBy(job::run).isInstanceOf(CancellationException.class);
        assertThat(disc.isBlank()).isFalse();
        drive.speed(Long.MAX_VALUE);
        blank();
        job(1).run();
    }

    @Test
    void aDiscThatWasBurnedIsTestedLater() throws IOException {
        SimulatedDisc disc = blank();
        job(1).run();
        assertThatThrownBy(() -> job(2).check())
                .isInstanceOfSatisfying(
                        DiscTrouble.class,
                        e -> assertThat(e.reason()).isEqualTo(Reason.ANOTHER_DISC));
        disc.scratch(100, 1);
        assertThatThrownBy(() -> job(1).check())
                .isInstanceOfSatisfying(
                        DiscTrouble.class,
                        e -> assertThat(e.reason()).isEqualTo(Reason.NOT_THE_SAME));
    }

    @Test
    void aLostDiscIsMadeAgainFromTheOthers() throws IOException {
        Path lost = set.discs().get(1).image();
        byte[] before = Files.readAllBytes(lost);
        Files.delete(lost);
        List<Path> left = set.images().stream().filter(image -> !image.equals(lost)).toList();
        Path repaired = Files.createDirectory(folder.resolve("repaired"));
        DiscsRepaired report =
                new RepairDiscsJob(left, repaired, ProgressListener.none(), CancelToken.never())
                        .run();
        Path image = report.discs().get(1).image().orElseThrow();
        SimulatedDisc disc = blank();
        new BurnJob(
                        image,
                        "SALTMARSH_2",
                        new TrayDrive(drive),
                        ProgressListener.none(),
                        CancelToken.never())
                .run();
        assertThat(disc.file()).hasBinaryContent(before);
    }
}
