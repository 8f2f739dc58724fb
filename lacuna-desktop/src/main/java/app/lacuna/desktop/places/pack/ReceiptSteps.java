package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.parts.handing.MailFacts;
import app.lacuna.desktop.parts.handing.MailModel;
import app.lacuna.desktop.parts.handing.OpenerModel;
import app.lacuna.desktop.parts.handing.PassOnLine;
import app.lacuna.desktop.parts.handing.PassOnModel;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.KeySlipModel;
import app.lacuna.desktop.parts.receipt.Handing;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.exposure.Opener;
import app.lacuna.job.PackResult;
import java.util.Optional;

/** What the receipt offers for handing over what was packed, to whom the brief said it is for. */
final class ReceiptSteps {
    private final Services services;

    ReceiptSteps(Services services) {
        this.services = services;
    }

    /** What nobody else gets needs no page and no other way for the password. */
    Handing handing(PackViewModel model, PackResult packed) {
        ForWhom whom = model.form().whom().get();
        OpenerModel opener = new OpenerModel(model.life(), packed);
        model.form().page().get().ifPresent(opener::make);
        MailModel mail =
                new MailModel(
                        model.life(),
                        new MailFacts(
                                packed,
                                reach(whom),
                                opener.made(),
                                () -> model.kept().map(KeptPassword::copy),
                                services.mail()));
        mail.limit().set(model.mailLimit().get());
        boolean others = whom != ForWhom.MYSELF;
        boolean locked = packed.options().protection().needsPassword();
        return new Handing(
                others ? Optional.of(opener) : Optional.empty(),
                mail,
                others && locked ? Optional.of(passOn(model, packed)) : Optional.empty());
    }

    private Handing.PassOn passOn(PackViewModel model, PackResult packed) {
        PassOnModel passOn = new PassOnModel(() -> model.kept().map(KeptPassword::copy));
        KeySlipModel slip =
                new KeySlipModel(
                        model.life(),
                        () -> model.kept().orElseThrow().copy(),
                        () -> packed.archive());
        PassOnLine line =
                new PassOnLine(
                        passOn,
                        slip,
                        new PassOnLine.Tools(
                                services.clipboard(), services.popovers(), services.dialogs()),
                        PathNames.last(packed.archive()));
        return new Handing.PassOn(passOn, line);
    }

    private static Opener reach(ForWhom whom) {
        return switch (whom) {
            case ANY_COMPUTER -> Opener.BUILT_IN_UNZIP;
            case WEB_BROWSER -> Opener.WEB_BROWSER;
            case AES_TOOL -> Opener.AES_UNZIP;
            case NEWER_TOOL -> Opener.NEWER_TOOL;
            case MYSELF -> Opener.LACUNA;
        };
    }
}
