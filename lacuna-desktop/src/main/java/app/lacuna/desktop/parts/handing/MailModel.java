package app.lacuna.desktop.parts.handing;

import app.lacuna.archive.Names;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Work;
import app.lacuna.desktop.parts.password.SecretText;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Words;
import app.lacuna.forecast.Delivery;
import app.lacuna.job.MailDraftsJob;
import app.lacuna.job.MailJob;
import app.lacuna.job.MailRequest;
import app.lacuna.job.MailSendJob;
import app.lacuna.mail.Letter;
import app.lacuna.mail.MailAccount;
import app.lacuna.mail.PartsKind;
import app.lacuna.mail.SmtpService;
import app.lacuna.opener.OpenerKind;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import javafx.beans.InvalidationListener;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.LongProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleLongProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/** What was packed, by e-mail: as drafts for another program, or handed to a mail service. */
public final class MailModel {
    private static final long BESIDE_THE_FILE = 4_096;

    private final MailFacts facts;
    private final Job mailing;
    private final BooleanProperty open = new SimpleBooleanProperty();
    private final LongProperty limit = new SimpleLongProperty(Delivery.USUAL_MAIL_LIMIT);
    private final ObjectProperty<PartsKind> kind = new SimpleObjectProperty<>(PartsKind.OPEN_ALONE);
    private final StringProperty to = new SimpleStringProperty("");
    private final StringProperty from = new SimpleStringProperty("");
    private final StringProperty text = new SimpleStringProperty("");
    private final SecretText archivePassword = new SecretText();
    private final AccountForm account;
    private final ReadOnlyBooleanWrapper givesAway = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<Optional<Done>> done =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private String proposed = "";
    private Optional<Begun> begun = Optional.empty();

    /**
     * What has come of it.
     *
     * @param drafts the messages as files; empty if they were sent
     * @param taken how many the mail service has taken
     * @param count how many there are
     * @param contents the paths in each part, if they open alone
     */
    public record Done(
            List<Path> drafts, int taken, int count, Path folder, List<List<String>> contents) {}

    /** Messages of which some have been taken, and what they were made of. */
    private record Begun(MailRequest request, MailJob.Prepared prepared, int taken) {}

    /** What a job brings back: the messages, and what became of them. */
    private record Ended(MailJob.Prepared prepared, List<Path> drafts, MailSendJob.Sent sent) {}

    public MailModel(Lifetime life, MailFacts facts) {
        this.facts = facts;
        account = new AccountForm(facts.proposed());
        mailing = new Job(life, JobKind.SENDING, Job.Policy.REFUSE);
        InvalidationListener changed = property -> propose();
        limit.addListener(changed);
        kind.addListener(changed);
        open.addListener(changed);
        facts.page().addListener(changed);
        text.addListener(property -> givesAway.set(false));
        open.addListener(
                (property, before, now) -> {
                    if (!now) {
                        forgetPasswords();
                    }
                });
    }

    /** What was typed and has not been used. */
    public void forgetPasswords() {
        archivePassword.clear();
        account.password().clear();
    }

    /** The text follows what is chosen, until somebody has written into it. */
    private void propose() {
        if (text.get().equals(proposed) && open.get()) {
            proposed = MailJob.proposal(request(), !fitsInOne());
            text.set(proposed);
        }
    }

    /** The size of one message with everything in it, in bytes on the wire. */
    public long messageBytes() {
        long bytes = BESIDE_THE_FILE;
        boolean inside =
                facts.page().getValue().filter(p -> p.kind() == OpenerKind.INSIDE).isPresent();
        if (!inside) {
            bytes += Delivery.encoded(facts.packed().archiveBytes());
        }
        return bytes
                + facts.page().getValue().map(page -> Delivery.encoded(page.bytes())).orElse(0L);
    }

    public boolean fitsInOne() {
        return messageBytes() <= limit.get();
    }

    /** How many messages it will be about, if it is several. */
    public long expectedMessages() {
        return Delivery.mails(facts.packed().archiveBytes(), limit.get());
    }

    /** Whether the password has to be typed again: parts are written with it. */
    public boolean needsPassword() {
        if (fitsInOne() || !facts.isLocked()) {
            return false;
        }
        Optional<Secret> kept = facts.password().get();
        kept.ifPresent(Secret::close);
        return kept.isEmpty();
    }

    private MailRequest request() {
        return new MailRequest(
                facts.packed().files(),
                facts.page().getValue(),
                facts.reachNow(),
                facts.packed().options().names() == Names.HIDDEN,
                facts.isLocked(),
                limit.get(),
                kind.get(),
                from.get().isBlank() ? Optional.empty() : Optional.of(from.get().strip()),
                to.get().isBlank() ? List.of() : List.of(to.get().strip()),
                Optional.empty(),
                text.get().equals(proposed) ? Optional.empty() : Optional.of(text.get()),
                Words.language().locale());
    }

    /** As files, which the user's own mail program opens as unsent messages. */
    public void saveDrafts(boolean evenWithPassword) {
        if (mailing.running().get() || isTold(evenWithPassword)) {
            return;
        }
        MailRequest request = request();
        Optional<Secret> password = password();
        run(
                request,
                (listener, cancel) -> {
                    MailJob.Prepared prepared =
                            new MailJob(request, listener, cancel).prepare(password);
                    List<Path> drafts = new MailDraftsJob(prepared, listener, cancel).run();
                    return new Ended(prepared, drafts, new MailSendJob.Sent(0, Optional.empty()));
                },
                password,
                Optional.empty());
    }

    /** What was taken before is not sent again. */
    public void send(boolean evenWithPassword) {
        if (mailing.running().get() || isTold(evenWithPassword)) {
            return;
        }
        MailRequest request = request();
        Optional<Begun> again = begun.filter(b -> b.request().equals(request));
        MailAccount where = account.account();
        Optional<Secret> service = account.takePassword();
        Optional<Secret> password = password();
        run(
                request,
                (listener, cancel) -> {
                    MailJob.Prepared prepared =
                            again.isPresent()
                                    ? again.get().prepared()
                                    : new MailJob(request, listener, cancel).prepare(password);
                    int from = again.map(Begun::taken).orElse(0);
                    MailSendJob sending =
                            new MailSendJob(
                                    prepared, new SmtpService(where, service), listener, cancel);
                    return new Ended(prepared, List.of(), sent(sending, from));
                },
                password,
                service);
    }

    /** What was prepared is there for the next time, whatever becomes of it now. */
    private static MailSendJob.Sent sent(MailSendJob sending, int from) {
        try {
            return sending.run(from);
        } catch (IOException | CancellationException e) {
            return new MailSendJob.Sent(from, Optional.of(e));
        }
    }

    /** A password in the message is said, and nothing is done. */
    private boolean isTold(boolean evenWithPassword) {
        if (evenWithPassword) {
            return false;
        }
        Optional<Secret> password = password();
        boolean there =
                password.filter(
                                secret ->
                                        Letter.givesAway(text.get(), secret)
                                                || Letter.givesAway(
                                                        facts.packed().options().note(), secret))
                        .isPresent();
        password.ifPresent(Secret::close);
        givesAway.set(there);
        return there;
    }

    /** The caller closes it. */
    private Optional<Secret> password() {
        if (!facts.isLocked()) {
            return Optional.empty();
        }
        String typed = archivePassword.text().get();
        return typed.isEmpty()
                ? facts.password().get()
                : Optional.of(Secret.takeOver(typed.toCharArray()));
    }

    /**
     * @param password of the archive; closed at the end
     * @param service the password of the mail service; closed at the end
     */
    private void run(
            MailRequest request,
            Work<Ended> work,
            Optional<Secret> password,
            Optional<Secret> service) {
        done.set(Optional.empty());
        failure.set(Optional.empty());
        mailing.start(
                work,
                outcome ->
                        outcome.match(
                                ended -> ended(request, ended),
                                cause -> failure.set(Optional.of(FailureText.of(cause)))),
                late -> {},
                () -> {
                    password.ifPresent(Secret::close);
                    service.ifPresent(Secret::close);
                });
    }

    private void ended(MailRequest request, Ended ended) {
        if (ended.sent().trouble().isEmpty()) {
            forgetPasswords();
        }
        MailJob.Prepared prepared = ended.prepared();
        MailSendJob.Sent sent = ended.sent();
        begun =
                sent.trouble().isPresent()
                        ? Optional.of(new Begun(request, prepared, sent.taken()))
                        : Optional.empty();
        sent.trouble().ifPresent(e -> failure.set(Optional.of(FailureText.of(e))));
        if (sent.trouble().isPresent() && sent.taken() == 0) {
            return; // nothing of it is done
        }
        done.set(
                Optional.of(
                        new Done(
                                ended.drafts(),
                                sent.taken(),
                                prepared.messages().size(),
                                prepared.folder(),
                                prepared.parts()
                                        .map(parts -> parts.contents())
                                        .orElse(List.of()))));
    }

    /** Whether the messages are written at the moment. */
    public BooleanProperty open() {
        return open;
    }

    public MailFacts facts() {
        return facts;
    }

    public Job mailing() {
        return mailing;
    }

    public LongProperty limit() {
        return limit;
    }

    public ObjectProperty<PartsKind> kind() {
        return kind;
    }

    public StringProperty to() {
        return to;
    }

    public StringProperty from() {
        return from;
    }

    public StringProperty text() {
        return text;
    }

    public SecretText archivePassword() {
        return archivePassword;
    }

    public AccountForm account() {
        return account;
    }

    /** The password, or something near it, is in what everybody on the way can read. */
    public ReadOnlyBooleanProperty givesAway() {
        return givesAway.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<Done>> done() {
        return done.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
