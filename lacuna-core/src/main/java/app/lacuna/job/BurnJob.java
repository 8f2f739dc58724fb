package app.lacuna.job;

import app.lacuna.archive.iso.IsoReader;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.SameBytes;
import app.lacuna.common.Stage;
import app.lacuna.disc.DiscSums;
import app.lacuna.disc.drive.DiscDrive;
import app.lacuna.error.DiscTrouble;
import app.lacuna.error.DiscTrouble.Reason;
import app.lacuna.error.LacunaException;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import app.lacuna.io.SourceInput;
import app.lacuna.io.WatchedSource;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;

/**
 * Burns one disc from its image: the image is held against the checksums that are in it, written,
 * and the disc read back and compared byte for byte. Nothing of the image is changed, so that a bad
 * disc costs a disc.
 */
public final class BurnJob {
    private final Path image;
    private final String label;
    private final DiscDrive drive;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * @param label that stands on the disc
     */
    public BurnJob(
            Path image,
            String label,
            DiscDrive drive,
            ProgressListener listener,
            CancelToken cancel) {
        this.image = image;
        this.label = label;
        this.drive = drive;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * @throws DiscTrouble if the disc can not be written, or is not the same; then another one has
     *     to be taken
     */
    public void run() throws IOException {
        try (ByteSource source = new FileSource(image)) {
            DiscDrive.Loaded disc = loaded();
            if (!disc.isBlank()) {
                throw trouble(Reason.NOT_BLANK, disc);
            }
            if (disc.kind().bytes() < source.size()) {
                throw trouble(Reason.TOO_SMALL, disc);
            }
            requireUnchanged(source);
            write(source);
            compare(source);
        }
    }

    /**
     * Whether a disc that was burned before is still the same; nothing is written.
     *
     * @throws DiscTrouble if it is not, or another one is in the drive
     */
    public void check() throws IOException {
        try (ByteSource source = new FileSource(image)) {
            DiscDrive.Loaded disc = loaded();
            if (disc.isBlank() || !disc.label().orElse(label).equals(label)) {
                throw trouble(Reason.ANOTHER_DISC, disc);
            }
            compare(source);
        }
    }

    private DiscDrive.Loaded loaded() throws IOException {
        Optional<DiscDrive.Loaded> disc = drive.loaded();
        return disc.orElseThrow(() -> new DiscTrouble(Reason.NO_DISC, label, ""));
    }

    private DiscTrouble trouble(Reason reason, DiscDrive.Loaded disc) {
        return new DiscTrouble(reason, label, disc.label().orElse(""));
    }

    /** It may have lain around for a year. */
    private void requireUnchanged(ByteSource source) throws IOException {
        ProgressMeter meter = new ProgressMeter(listener, Stage.CHECKING, source.size(), 1);
        try {
            IsoReader disc = IsoReader.open(source);
            boolean same = disc.label().equals(label);
            DiscSums sums = new DiscSums(disc, meter::addBytes, cancel);
            for (Map.Entry<String, String> said : sums.said().entrySet()) {
                same &= sums.isRight(said.getKey(), said.getValue());
            }
            if (!same) {
                throw new DiscTrouble(Reason.IMAGE_CHANGED, label, disc.label());
            }
        } catch (DiscTrouble e) {
            throw e;
        } catch (LacunaException e) {
            throw new DiscTrouble(Reason.IMAGE_CHANGED, label, "", e);
        }
        meter.finish();
    }

    private void write(ByteSource source) throws IOException {
        ProgressMeter meter = new ProgressMeter(listener, Stage.BURNING, source.size(), 1);
        cancel.check();
        try {
            drive.write(source, meter::addBytes, cancel);
        } catch (IOException e) {
            throw new DiscTrouble(Reason.WRITING_FAILED, label, "", e);
        }
        meter.finish();
    }

    private void compare(ByteSource source) throws IOException {
        ProgressMeter meter = new ProgressMeter(listener, Stage.READING_BACK, source.size(), 1);
        try (ByteSource disc = new WatchedSource(drive.read(), meter::addBytes);
                InputStream back = new SourceInput(disc, 0, Math.min(disc.size(), source.size()));
                InputStream wanted = new SourceInput(source, 0, source.size())) {
            if (SameBytes.compare(back, wanted, cancel) != SameBytes.Result.SAME) {
                throw new DiscTrouble(Reason.NOT_THE_SAME, label, "");
            }
        }
        meter.finish();
    }
}
