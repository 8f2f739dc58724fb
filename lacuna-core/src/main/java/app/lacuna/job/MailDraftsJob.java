package app.lacuna.job;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.error.LacunaException;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.TargetUnusable;
import app.lacuna.mail.MailMessage;
import app.lacuna.mail.Outgoing;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import java.io.BufferedOutputStream;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Writes messages as drafts, which the user's own mail program opens as unsent ones. */
public final class MailDraftsJob {
    private final MailJob.Prepared prepared;
    private final ProgressListener listener;
    private final CancelToken cancel;

    public MailDraftsJob(MailJob.Prepared prepared, ProgressListener listener, CancelToken cancel) {
        this.prepared = prepared;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** All of the messages as files, or none. */
    public List<Path> run() throws IOException {
        Path folder = prepared.folder();
        boolean made = !Files.exists(folder);
        long bytes = 0;
        for (MailMessage message : prepared.messages()) {
            bytes += Outgoing.size(message);
        }
        if (made) {
            Files.createDirectory(folder);
        }
        try {
            if (FreeSpace.at(folder) < bytes) {
                throw new NotEnoughSpace(bytes, FreeSpace.at(folder));
            }
            return write(folder);
        } catch (FileAlreadyExistsException e) {
            throw new TargetUnusable(folder, e);
        } finally {
            if (made) {
                MailJob.removeIfEmpty(folder);
            }
        }
    }

    private List<Path> write(Path folder) throws IOException {
        ProgressMeter meter = MailSendJob.meter(prepared.messages(), listener);
        Target target = Target.of(folder.resolve("message.eml"));
        try (StagedSet staged = new StagedSet(target, MailDraftsJob::numbered, Optional.empty())) {
            for (MailMessage message : prepared.messages()) {
                try (OutputStream out =
                        new BufferedOutputStream(
                                new Kept(Channels.newOutputStream(staged.add())), 1 << 16)) {
                    Outgoing.writeDraft(message, out, meter::addBytes, cancel);
                } catch (LacunaException e) {
                    throw e;
                } catch (IOException e) {
                    throw new TargetUnusable(folder, e);
                }
                meter.itemDone();
            }
            staged.force();
            cancel.check();
            List<Path> names = staged.publish(Existing.KEEP);
            meter.finish();
            return names;
        }
    }

    /** The staged file stays open behind it. */
    private static final class Kept extends FilterOutputStream {
        Kept(OutputStream out) {
            super(out);
        }

        @Override
        public void write(byte[] bytes, int from, int length) throws IOException {
            out.write(bytes, from, length);
        }

        @Override
        public void close() throws IOException {
            flush();
        }
    }

    private static List<Path> numbered(Path name, int count) {
        if (count == 1) {
            return List.of(name);
        }
        List<Path> names = new ArrayList<>();
        for (int number = 1; number <= count; number++) {
            names.add(name.resolveSibling("message-" + number + "of" + count + ".eml"));
        }
        return names;
    }
}
