package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.WrongPassword;
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
    /** As many as bring something; a moment's work. */
    private static final int TOGETHER = 32;

    private final ArchiveReader reader;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /** The caller closes both. */
    public record Found(Variant variant, OpenedArchive opened) {}

    public VariantSearch(ArchiveReader reader, ProgressListener listener, CancelToken cancel) {
        this.reader = reader;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** The variant that opens the archive, and the archive that it has opened. */
    public Optional<Found> run(Secret typed) throws IOException {
        List<Variant> variants = CloseVariants.of(typed);
        Optional<Found> found = Optional.empty();
        try {
            found = firstOf(variants);
            return found;
        } finally {
            for (Variant variant : variants) {
                if (found.filter(right -> right.variant() == variant).isEmpty()) {
                    variant.close();
                }
            }
        }
    }

    private Optional<Found> firstOf(List<Variant> variants) throws IOException {
        ProgressMeter meter =
                new ProgressMeter(listener, Stage.TRYING, variants.size(), variants.size());
        for (int from = 0; from < variants.size(); from += TOGETHER) {
            cancel.check();
            List<Variant> some = variants.subList(from, Math.min(from + TOGETHER, variants.size()));
            List<Boolean> fit = reader.mayBeOpenedBy(some.stream().map(Variant::secret).toList());
            for (int i = 0; i < some.size(); i++) {
                Variant variant = some.get(i);
                Optional<OpenedArchive> opened =
                        fit.get(i) ? opened(variant.secret()) : Optional.empty();
                if (opened.isPresent()) {
                    meter.finish();
                    return opened.map(archive -> new Found(variant, archive));
                }
                meter.addBytes(1);
                meter.itemDone();
            }
        }
        meter.finish();
        return Optional.empty();
    }

    /** The check value before an entry lets one wrong password in 65,536 pass. */
    private Optional<OpenedArchive> opened(Secret secret) throws IOException {
        OpenedArchive opened;
        try {
            opened = reader.open(secret);
        } catch (WrongPassword | DamagedArchive e) {
            return Optional.empty();
        }
        try {
            opened.confirmPassword(cancel);
            return Optional.of(opened);
        } catch (DamagedArchive e) {
            opened.close();
            return Optional.empty();
        } catch (IOException | RuntimeException e) {
            opened.close();
            throw e;
        }
    }
}
