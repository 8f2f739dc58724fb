package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Secret;
import app.lacuna.base.Stage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.WrongPassword;
import app.lacuna.password.CloseVariants;
import app.lacuna.password.Variant;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/**
 * Tries the close variants of a password that does not open an archive. Each costs one key
 * derivation; the one that fits is believed only when an authentication code has confirmed it.
 */
public final class VariantSearch {
    private final ArchiveReader reader;
    private final ProgressListener listener;
    private final CancelToken cancel;

    public VariantSearch(ArchiveReader reader, ProgressListener listener, CancelToken cancel) {
        this.reader = reader;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** The variant that opens the archive, which is unlocked then. The caller closes it. */
    public Optional<Variant> run(Secret typed) throws IOException {
        List<Variant> variants = CloseVariants.of(typed);
        Variant right = null;
        try {
            ProgressMeter meter =
                    new ProgressMeter(listener, Stage.TRYING, variants.size(), variants.size());
            for (Variant variant : variants) {
                cancel.check();
                if (reader.mayBeOpenedBy(variant.secret()) && opens(variant.secret())) {
                    right = variant;
                    break;
                }
                meter.addBytes(1);
                meter.itemDone();
            }
            meter.finish();
            return Optional.ofNullable(right);
        } finally {
            for (Variant variant : variants) {
                if (variant != right) {
                    variant.close();
                }
            }
        }
    }

    /** The check value before an entry lets one wrong password in 65,536 pass. */
    private boolean opens(Secret secret) throws IOException {
        try {
            reader.unlock(secret);
            reader.confirmPassword(cancel);
            return true;
        } catch (WrongPassword | DamagedArchive e) {
            reader.lock();
            return false;
        }
    }
}
