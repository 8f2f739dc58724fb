package app.lacuna.desktop.parts.receipt;

import app.lacuna.desktop.parts.handing.MailModel;
import app.lacuna.desktop.parts.handing.OpenerModel;
import app.lacuna.desktop.parts.handing.PassOnLine;
import app.lacuna.desktop.parts.handing.PassOnModel;
import java.util.Optional;

/**
 * The steps of the receipt that hand over what was packed.
 *
 * @param opener empty if nobody else has to open it
 * @param passOn empty if nobody else needs a password
 */
public record Handing(Optional<OpenerModel> opener, MailModel mail, Optional<PassOn> passOn) {

    /** Nothing of a password stays on the page. */
    void lock() {
        mail.forgetPasswords();
        passOn.ifPresent(step -> step.model().lock());
    }

    /** The password by another way. */
    public record PassOn(PassOnModel model, PassOnLine line) {}
}
