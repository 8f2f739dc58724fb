package app.lacuna.job;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.clearing.FreeName;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Sha256;
import app.lacuna.common.Stage;
import app.lacuna.error.DamagedOnTheWay;
import app.lacuna.error.LacunaException;
import app.lacuna.error.PartsMissing;
import app.lacuna.error.TargetUnusable;
import app.lacuna.mail.Arrivals;
import app.lacuna.mail.Arrived;
import app.lacuna.staging.Existing;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;

/**
 * Puts together what came by e-mail: saved messages, loose parts in any order, folders of both.
 * What lies together already is taken as it is; the rest is written into a folder beside it, still
 * encrypted, all parts of an archive or none.
 */
public final class ReceiveJob {
    private final List<Path> given;
    private final ProgressListener listener;
    private final CancelToken cancel;

    public ReceiveJob(List<Path> given, ProgressListener listener, CancelToken cancel) {
        this.given = List.copyOf(given);
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * The archives that are whole, each by its last part; none if nothing of an archive is there.
     *
     * @throws PartsMissing if parts of one have come, and not all
     * @throws DamagedOnTheWay if a part is not what its message says
     */
    public List<Path> run() throws IOException {
        List<Path> whole = new ArrayList<>();
        Optional<PartsMissing> missing = Optional.empty();
        for (Arrivals.Archive archive : Arrivals.in(given)) {
            cancel.check();
            try {
                Optional<Path> ready = lyingTogether(archive);
                whole.add(ready.isPresent() ? ready.get() : together(archive));
            } catch (PartsMissing e) {
                missing = missing.isPresent() ? missing : Optional.of(e);
            }
        }
        if (whole.isEmpty() && missing.isPresent()) {
            throw missing.get();
        }
        return whole;
    }

    /** The last part, if all files have their own names and are in one folder. */
    private static Optional<Path> lyingTogether(Arrivals.Archive archive) throws IOException {
        Arrived last = archive.parts().get(0);
        if (last == null || last.attachment().isPresent()) {
            return Optional.empty();
        }
        List<Path> expected = VolumeNames.of(last.place(), count(last.place()));
        for (Path part : expected) {
            if (!Files.isRegularFile(part)) {
                return Optional.empty();
            }
        }
        return Optional.of(last.place());
    }

    private static int count(Path last) throws IOException {
        return (int) Math.min(VolumeNames.MAX_VOLUMES + 1L, ZipArchives.volumes(last));
    }

    private Path together(Arrivals.Archive archive) throws IOException {
        if (!archive.parts().containsKey(0)) {
            throw new PartsMissing(archive.name(), archive.missing(0));
        }
        Path folder = freeFolder(archive);
        Files.createDirectory(folder);
        try {
            return write(archive, folder);
        } finally {
            MailJob.removeIfEmpty(folder);
        }
    }

    /** Beside what was given first. */
    private Path freeFolder(Arrivals.Archive archive) {
        Arrived first = archive.parts().values().iterator().next();
        Path beside = requireNonNull(first.place().toAbsolutePath().getParent());
        String stem = archive.name().replaceFirst("(?i)\\.zip$", "");
        Path folder = beside.resolve(stem);
        for (int number = 2; Files.exists(folder); number++) {
            folder = beside.resolve(FreeName.numbered(stem, number));
        }
        return folder;
    }

    private Path write(Arrivals.Archive archive, Path folder) throws IOException {
        TreeSet<Integer> numbers = new TreeSet<>(archive.parts().keySet());
        numbers.remove(0);
        ProgressMeter meter = new ProgressMeter(listener, Stage.COPYING, 0, archive.parts().size());
        Target target = Target.of(folder.resolve(archive.name()));
        try (StagedSet staged = new StagedSet(target, VolumeNames::of, Optional.empty())) {
            for (int number : numbers) {
                copy(requireNonNull(archive.parts().get(number)), staged, meter);
            }
            copy(requireNonNull(archive.parts().get(0)), staged, meter);
            List<Path> files = staged.temporaries();
            int count = count(files.get(files.size() - 1));
            List<String> missing = archive.missing(count);
            if (!missing.isEmpty()) {
                throw new PartsMissing(archive.name(), missing);
            }
            staged.force();
            cancel.check();
            List<Path> names = staged.publish(Existing.KEEP);
            meter.finish();
            return names.get(names.size() - 1);
        }
    }

    /** Base64 that ends early or makes no sense is damage, and not trouble with the target. */
    private static int read(InputStream in, byte[] buffer, Arrived part) throws DamagedOnTheWay {
        try {
            return in.read(buffer);
        } catch (IOException e) {
            DamagedOnTheWay damaged = new DamagedOnTheWay(part.name());
            damaged.initCause(e);
            throw damaged;
        }
    }

    private void copy(Arrived part, StagedSet staged, ProgressMeter meter) throws IOException {
        MessageDigest hasher = Sha256.hasher();
        OutputStream out = new DigestOutputStream(Channels.newOutputStream(staged.add()), hasher);
        try {
            Arrivals.read(
                    part,
                    in -> {
                        byte[] buffer = new byte[1 << 17];
                        int read;
                        while ((read = read(in, buffer, part)) >= 0) {
                            cancel.check();
                            out.write(buffer, 0, read);
                            meter.addBytes(read);
                        }
                        return read;
                    });
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            throw new TargetUnusable(part.place(), e);
        }
        String sum = Sha256.hex(hasher);
        if (!part.sums().isEmpty() && !part.sums().contains(sum)) {
            throw new DamagedOnTheWay(part.name());
        }
        meter.itemDone();
    }
}
