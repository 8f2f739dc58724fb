package app.lacuna.job;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.Encryption;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.edit.ChangePlan;
import app.lacuna.error.ArchiveChanged;
import java.io.IOException;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;

/**
 * Writes pending changes into an archive, in one go. Entries that are not touched are copied as
 * they are; the layered form is encrypted anew as a whole, and nothing is compressed anew.
 */
public final class ChangeJob {
    private final RewriteTarget where;
    private final Optional<Secret> password;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * @param password that of the archive, absent if it has none; the caller closes it
     */
    public ChangeJob(
            RewriteTarget where,
            Optional<Secret> password,
            ProgressListener listener,
            CancelToken cancel) {
        this.where = where;
        this.password = password;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * @throws ArchiveChanged if the plan was made for something else
     * @throws app.lacuna.error.DamagedArchive if names are hidden and something is damaged, or if
     *     headers of what was to be kept are; data that is copied is not looked into
     */
    public RewriteResult run(ChangePlan plan) throws IOException {
        try (Rewriting rewriting = new Rewriting(where, password, listener, cancel)) {
            Listing listing = rewriting.opened().listing();
            if (!plan.isFor(listing.entries())) {
                throw new ArchiveChanged(where.archive());
            }
            RewritePlan rewrite =
                    new RewritePlan(
                            formOf(listing),
                            Encryption.AS_IT_IS,
                            true,
                            plan.kept(),
                            plan.added(),
                            plan.replaced());
            if (!rewrite.options().protection().needsPassword()) {
                return rewriting.write(rewrite, Optional.empty());
            }
            // What is added gets the very password that the rest has.
            try (Secret same = rewriting.opened().spelling().of(password.orElseThrow())) {
                return rewriting.write(rewrite, Optional.of(same));
            }
        }
    }

    /** What is added gets the strongest protection and the newest method that is there already. */
    static PackOptions formOf(Listing listing) {
        Protection protection =
                listing.entries().stream()
                        .map(ArchiveEntry::protection)
                        .max(Comparator.naturalOrder())
                        .orElse(Protection.NONE);
        Names names = protection.canHideNames() ? listing.names() : Names.VISIBLE;
        return new PackOptions(protection, names, methodOf(listing), Level.BALANCED, "");
    }

    private static Method methodOf(Listing listing) {
        for (Method method : new Method[] {Method.XZ, Method.ZSTD}) {
            String name = method.name().toLowerCase(Locale.ROOT);
            if (listing.entries().stream().anyMatch(entry -> entry.method().equals(name))) {
                return method;
            }
        }
        return Method.DEFLATE;
    }
}
