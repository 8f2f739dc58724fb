package app.lacuna.desktop.session;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.password.SecretText;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.error.WrongPassword;
import app.lacuna.password.Slip;
import java.io.IOException;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.StringProperty;

/** An archive that waits for its password, until it has it or is closed. */
public final class LockedArchive {
    private final Lifetime life;
    private final OpenArchive archive;
    private final Troubles troubles;
    private final Consumer<Unlocked> onUnlocked;
    private final SecretText password = new SecretText();
    private final BooleanProperty showing = new SimpleBooleanProperty();
    private final Job unlocking;
    private final VariantsModel variants;
    private boolean handedOn;
    private Optional<Secret> trying = Optional.empty();

    /**
     * @param slip what had been wrong with the password that was typed, if a close variant fits
     */
    public record Unlocked(OpenArchive archive, Optional<Slip> slip) {}

    /** What a password has opened, or what is to be said of it. */
    private record Tried(Optional<OpenedArchive> opened, FailureText wrong) {
        void close() {
            opened.ifPresent(OpenArchive::closeReadOnly);
        }
    }

    /**
     * @param archive taken over, until it is handed on
     */
    public LockedArchive(
            Lifetime life, OpenArchive archive, Troubles troubles, Consumer<Unlocked> onUnlocked) {
        this.life = life;
        this.archive = archive;
        this.troubles = troubles;
        this.onUnlocked = onUnlocked;
        unlocking = new Job(life, JobKind.UNLOCKING, Job.Policy.REFUSE);
        variants = new VariantsModel(life, archive.reader());
    }

    /** Tries the password; a wrong one stays in the field. */
    public void unlock() {
        if (password.text().get().isEmpty()) {
            return;
        }
        unlock(typed());
    }

    private Secret typed() {
        return Secret.takeOver(password.text().get().toCharArray());
    }

    /** With a password that is known from elsewhere; it is taken over. */
    public void unlock(Secret typed) {
        troubles.clear();
        variants.clear();
        trying = Optional.of(typed);
        ArchiveReader reader = archive.reader();
        unlocking.start(
                (listener, cancel) -> tried(reader, typed, listener, cancel),
                outcome ->
                        outcome.match(
                                tried -> ended(tried, typed),
                                () -> {},
                                cause ->
                                        troubles.tell(
                                                cause, archive.files(), archive.isSalvaged())),
                Tried::close,
                typed::close);
    }

    private static Tried tried(
            ArchiveReader reader, Secret typed, ProgressListener listener, CancelToken cancel)
            throws IOException {
        FailureText wrong = WrongPasswordText.of(typed);
        try {
            return new Tried(Optional.of(reader.open(Optional.of(typed), listener, cancel)), wrong);
        } catch (WrongPassword e) {
            return new Tried(Optional.empty(), wrong);
        }
    }

    private void ended(Tried tried, Secret typed) {
        if (tried.opened().isPresent()) {
            handOn(tried.opened().get(), typed.copy(), Optional.empty());
        } else {
            troubles.tell(tried.wrong());
            variants.offer();
        }
    }

    /** Tries what is near the password that was typed. */
    public void tryVariants() {
        if (password.text().get().isEmpty() || unlocking.running().get()) {
            return;
        }
        troubles.clear();
        variants.search(
                typed(),
                found ->
                        handOn(
                                found.opened(),
                                found.variant().secret(),
                                Optional.of(found.variant().slip())));
    }

    private void handOn(OpenedArchive opened, Secret right, Optional<Slip> slip) {
        password.clear();
        showing.set(false);
        archive.keep(opened, right);
        handedOn = true;
        onUnlocked.accept(new Unlocked(archive, slip));
    }

    /** Closes it, unless it has been handed on; {@code then} on the interface thread. */
    public void close(Runnable then) {
        password.clear();
        showing.set(false);
        trying.ifPresent(Secret::close);
        life.end(handedOn ? () -> {} : archive::close, then);
    }

    public OpenArchive archive() {
        return archive;
    }

    /** What is typed. */
    public StringProperty password() {
        return password.text();
    }

    public SecretText secret() {
        return password;
    }

    public BooleanProperty showing() {
        return showing;
    }

    public Job unlocking() {
        return unlocking;
    }

    public VariantsModel variants() {
        return variants;
    }

    public Troubles troubles() {
        return troubles;
    }
}
