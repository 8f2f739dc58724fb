package app.lacuna.crash;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.edit.PendingChanges;
import app.lacuna.error.WrongPassword;
import app.lacuna.job.ChangeJob;
import app.lacuna.job.Jobs;
import app.lacuna.job.RelockJob;
import app.lacuna.job.RelockRequest;
import app.lacuna.job.RewriteTarget;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;

/** Changes an archive in its place, or locks it with another password. */
final class RewriteScenario implements Scenario {
    private static final String OTHER = "spring tide";
    private static final String ADDED = "added later";

    private final boolean relock;
    private Set<String> originals = Set.of();

    RewriteScenario(boolean relock) {
        this.relock = relock;
    }

    @Override
    public void prepare() throws IOException {
        Season season = Season.make();
        Files.createDirectory(PackScenario.OUT);
        PackScenario.pack(
                season.folder(), PackOptions.STANDARD, Existing.KEEP, OptionalLong.empty());
        originals = season.contents();
        Files.writeString(CrashSimulation.TOP.resolve("note.txt"), ADDED);
    }

    @Override
    public void run() throws IOException {
        if (relock) {
            relock();
        } else {
            change();
        }
    }

    private static void change() throws IOException {
        PendingChanges changes;
        try (OpenedArchive reader = Jobs.open(PackScenario.ARCHIVE, Season.PASSWORD)) {
            changes = new PendingChanges(reader.listing().entries());
        }
        changes.put(TestTrees.scan(CrashSimulation.TOP.resolve("note.txt")).items());
        try (Secret secret = TestTrees.secret(Season.PASSWORD)) {
            new ChangeJob(
                            RewriteTarget.inPlace(PackScenario.ARCHIVE),
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run(changes.plan());
        }
    }

    private static void relock() throws IOException {
        RelockRequest request =
                new RelockRequest(
                        RewriteTarget.inPlace(PackScenario.ARCHIVE),
                        Protection.AES_256,
                        Names.HIDDEN,
                        Optional.empty());
        try (Secret before = TestTrees.secret(Season.PASSWORD);
                Secret after = TestTrees.secret(OTHER)) {
            new RelockJob(request, ProgressListener.none(), CancelToken.never())
                    .run(Optional.of(before), Optional.of(after));
        }
    }

    @Override
    public void check() throws IOException {
        String password = passwordNow();
        assertThat(Promises.wholeArchives(PackScenario.OUT, password))
                .containsExactly(PackScenario.ARCHIVE);
        assertThat(Promises.contentsOf(PackScenario.ARCHIVE, password)).containsAll(originals);
        assertThat(Promises.contents(CrashSimulation.TOP.resolve("season"))).isEqualTo(originals);
        assertThat(Files.readString(CrashSimulation.TOP.resolve("note.txt"))).isEqualTo(ADDED);
    }

    private static String passwordNow() throws IOException {
        try (OpenedArchive opened = Jobs.open(PackScenario.ARCHIVE, Season.PASSWORD)) {
            assertThat(opened.listing().entries()).isNotEmpty();
            return Season.PASSWORD;
        } catch (WrongPassword e) {
            return OTHER;
        }
    }
}
