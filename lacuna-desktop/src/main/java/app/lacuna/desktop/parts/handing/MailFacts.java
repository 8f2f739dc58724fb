package app.lacuna.desktop.parts.handing;

import app.lacuna.common.Secret;
import app.lacuna.exposure.Opener;
import app.lacuna.job.OpenerJob;
import app.lacuna.job.PackResult;
import app.lacuna.mail.MailAccount;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.value.ObservableValue;

/**
 * What e-mail has to know of what was packed.
 *
 * @param reach what the recipient has to open it with
 * @param page the opener page, if there is one by now
 * @param password that of the archive, as long as it is kept; whoever asks closes it
 * @param proposed the mail service that is asked for first
 */
public record MailFacts(
        PackResult packed,
        Opener reach,
        ObservableValue<Optional<OpenerJob.Result>> page,
        Supplier<Optional<Secret>> password,
        Optional<MailAccount> proposed) {

    /** Somebody who gets a page opens it with a browser, whatever was thought before. */
    Opener reachNow() {
        return page.getValue().isPresent() ? Opener.WEB_BROWSER : reach;
    }

    boolean isLocked() {
        return packed.options().protection().needsPassword();
    }
}
