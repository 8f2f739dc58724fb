package app.lacuna.job;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Stage;
import app.lacuna.error.MailTrouble;
import app.lacuna.mail.MailMessage;
import app.lacuna.mail.MailService;
import app.lacuna.mail.Outgoing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.concurrent.CancellationException;

/** Hands messages to a mail service, one after the other. */
public final class MailSendJob {
    private final MailJob.Prepared prepared;
    private final MailService service;
    private final ProgressListener listener;
    private final CancelToken cancel;

    public MailSendJob(
            MailJob.Prepared prepared,
            MailService service,
            ProgressListener listener,
            CancelToken cancel) {
        this.prepared = prepared;
        this.service = service;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * What the service has taken.
     *
     * @param taken how many of the messages, from the first
     * @param trouble with the next one
     */
    public record Sent(int taken, Optional<Exception> trouble) {}

    /**
     * Returns when all are taken, or some and the next one is not.
     *
     * @param from the first one that it has not taken yet, counted from 0
     * @throws MailTrouble if it announces that one is too large for it: then none has gone
     */
    public Sent run(int from) throws IOException {
        List<MailMessage> messages = prepared.messages();
        ProgressMeter meter = meter(messages.subList(from, messages.size()), listener);
        int taken = from;
        try (MailService.Connection connection = service.connect()) {
            OptionalLong limit = connection.limit();
            for (MailMessage message : messages) {
                if (limit.isPresent() && Outgoing.size(message) > limit.getAsLong()) {
                    throw MailTrouble.largerThan(limit.getAsLong());
                }
            }
            for (MailMessage message : messages.subList(from, messages.size())) {
                cancel.check();
                meter.startItem(message.subject());
                connection.send(message, meter::addBytes, cancel);
                meter.itemDone();
                taken++;
            }
        } catch (IOException | CancellationException e) {
            if (taken == from) {
                throw e;
            }
            return new Sent(taken, Optional.of(e));
        }
        meter.finish();
        return new Sent(taken, Optional.empty());
    }

    static ProgressMeter meter(List<MailMessage> messages, ProgressListener listener)
            throws IOException {
        long bytes = 0;
        for (MailMessage message : messages) {
            for (Path attachment : message.attachments()) {
                bytes += Files.size(attachment);
            }
        }
        return new ProgressMeter(listener, Stage.SENDING, bytes, messages.size());
    }
}
