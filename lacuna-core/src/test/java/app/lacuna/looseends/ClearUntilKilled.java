package app.lacuna.looseends;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.clearing.Register;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackResult;
import app.lacuna.staging.Existing;
import app.lacuna.trash.FreedesktopTrash;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.OptionalLong;

/** A process of its own that packs and clears, until it is killed. */
final class ClearUntilKilled {
    private ClearUntilKilled() {}

    /** Arguments: state folder, folder to pack, the archive, data folder if to the trash. */
    public static void main(String[] arguments) throws IOException {
        Register.start(Path.of(arguments[0]));
        PackRequest request =
                new PackRequest(
                        TestTrees.scan(Path.of(arguments[1])),
                        Path.of(arguments[2]),
                        PackOptions.STANDARD.withProtection(Protection.NONE),
                        OptionalLong.empty(),
                        Existing.KEEP,
                        PackRequest.AfterPacking.PROVE_AND_DIGEST,
                        Optional.empty());
        PackResult packed =
                new PackJob(request, Optional.empty(), ProgressListener.none(), CancelToken.never())
                        .run();
        Evidence evidence = new ByDigest(packed.marks(), CancelToken.never());
        ClearPlan plan = new ClearPlanner(evidence, CancelToken.never()).plan(packed.originals());
        Disposal disposal =
                arguments.length == 3
                        ? Disposal.delete()
                        : Disposal.to(
                                new FreedesktopTrash(
                                        Path.of(arguments[3]), 0, Clock.systemDefaultZone()));
        System.out.println("started");
        new ClearJob(evidence, disposal, ProgressListener.none(), CancelToken.never()).run(plan);
    }
}
