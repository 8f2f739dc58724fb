package app.lacuna.job;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.clearing.Register;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.edit.PendingChanges;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * A process of its own that changes and re-locks one archive, over and over, until it is killed.
 */
final class ChangeUntilKilled {
    static final String PASSWORD = "ebb";

    private ChangeUntilKilled() {}

    /** Arguments: state folder, archive, a file to put in. */
    public static void main(String[] arguments) throws IOException {
        Register.start(Path.of(arguments[0]));
        Path archive = Path.of(arguments[1]);
        Path file = Path.of(arguments[2]);
        System.out.println("started");
        for (int i = 0; ; i++) {
            change(archive, file);
            if (i % 3 == 2) {
                relock(archive, i % 2 == 0 ? Names.HIDDEN : Names.VISIBLE);
            }
        }
    }

    /** Puts the file in if it is not there, and takes it out if it is. */
    private static void change(Path archive, Path file) throws IOException {
        PendingChanges changes;
        String name = file.getFileName().toString();
        try (OpenedArchive reader = Jobs.open(archive, PASSWORD)) {
            changes = new PendingChanges(reader.listing().entries());
        }
        if (changes.plan().entries().stream().anyMatch(entry -> entry.path().equals(name))) {
            changes.remove(List.of(name));
        } else {
            changes.put(TestTrees.scan(file).items());
        }
        try (Secret secret = TestTrees.secret(PASSWORD)) {
            new ChangeJob(
                            new RewriteTarget(archive, archive),
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run(changes.plan());
        }
    }

    private static void relock(Path archive, Names names) throws IOException {
        RelockRequest request =
                new RelockRequest(
                        RewriteTarget.inPlace(archive),
                        Protection.AES_128,
                        names,
                        Optional.empty());
        try (Secret secret = TestTrees.secret(PASSWORD)) {
            new RelockJob(request, ProgressListener.none(), CancelToken.never())
                    .run(Optional.of(secret), Optional.of(secret));
        }
    }
}
