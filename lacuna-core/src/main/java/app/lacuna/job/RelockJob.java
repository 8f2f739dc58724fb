package app.lacuna.job;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.Encryption;
import app.lacuna.archive.zip.KeptEntry;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/**
 * Gives an archive another password, cipher or form, or takes its password off. Every entry is
 * decrypted, checked and encrypted anew; nothing is compressed anew. Copies of the old archive that
 * lie elsewhere still open with the old password: nothing here can change that.
 */
public final class RelockJob {
    private final RelockRequest request;
    private final ProgressListener listener;
    private final CancelToken cancel;

    public RelockJob(RelockRequest request, ProgressListener listener, CancelToken cancel) {
        this.request = request;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * Closes neither of the two passwords.
     *
     * @param before absent if the archive has none
     * @param after present exactly if the request protects
     */
    public RewriteResult run(Optional<Secret> before, Optional<Secret> after) throws IOException {
        try (Rewriting rewriting = new Rewriting(request.where(), before, listener, cancel)) {
            List<KeptEntry> all =
                    rewriting.opened().listing().entries().stream()
                            .map(entry -> new KeptEntry(entry, entry.path()))
                            .toList();
            PackOptions options =
                    new PackOptions(
                            request.protection(),
                            request.names(),
                            Method.DEFLATE,
                            Level.BALANCED,
                            request.hint().orElse(""));
            boolean keepNote = request.hint().isEmpty();
            RewritePlan plan =
                    new RewritePlan(options, Encryption.ANEW, keepNote, all, List.of(), List.of());
            if (after.isEmpty()) {
                return rewriting.write(plan, after);
            }
            try (Secret composed = Spelling.COMPOSED.of(after.get())) {
                return rewriting.write(plan, Optional.of(composed));
            }
        }
    }
}
