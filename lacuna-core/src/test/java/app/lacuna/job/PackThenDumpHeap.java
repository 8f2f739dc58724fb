package app.lacuna.job;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.password.PasswordText;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import com.sun.management.HotSpotDiagnosticMXBean;
import java.io.InputStream;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * A program of its own that packs and proves, and then saves all that is in its memory, what is not
 * used any more too. Arguments: what to pack, the archive, a file with the password, the dump, how
 * names are.
 */
public final class PackThenDumpHeap {
    private PackThenDumpHeap() {}

    public static void main(String[] arguments) throws Exception {
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never())
                                .scan(List.of(Path.of(arguments[0]))),
                        Path.of(arguments[1]),
                        PackOptions.STANDARD.withNames(Names.valueOf(arguments[4])),
                        Existing.KEEP,
                        PackRequest.AfterPacking.PROVE);
        try (InputStream in = Files.newInputStream(Path.of(arguments[2]));
                Secret secret = PasswordText.firstLine(in)) {
            new PackJob(request, Optional.of(secret), ProgressListener.none(), CancelToken.never())
                    .run();
        }
        ManagementFactory.getPlatformMXBean(HotSpotDiagnosticMXBean.class)
                .dumpHeap(arguments[3], false);
    }
}
