package app.lacuna.desktop.parts.handing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Mark.Meaning;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;

/** The step of the receipt about sending it. */
public final class MailLine extends VBox {
    private final MailModel model;

    public MailLine(MailModel model) {
        this.model = model;
        setId("receipt-mail");
        model.done().addListener((property, before, now) -> write());
        model.limit().addListener((property, before, now) -> write());
        model.facts().page().addListener((property, before, now) -> write());
        write();
    }

    private void write() {
        Optional<MailModel.Done> done = model.done().get();
        boolean sent = done.filter(d -> d.drafts().isEmpty() && d.taken() == d.count()).isPresent();
        Button mail = Page.button("receipt-mail-open", Words.text("mail.open"), () -> open());
        getChildren()
                .setAll(
                        new ReceiptLine(
                                sent ? Meaning.DONE : Meaning.NOT_YET,
                                Words.text(sent ? "mail.sent.title" : "mail.title"),
                                List.of(Page.label(line(done), Styles.SECONDARY)),
                                mail));
    }

    private String line(Optional<MailModel.Done> done) {
        if (done.isPresent() && done.get().drafts().isEmpty()) {
            return Words.text("mail.sent", done.get().taken(), done.get().count());
        }
        String size = Sizes.inWords(model.messageBytes());
        String limit = Sizes.inWords(model.limit().get());
        return model.fitsInOne()
                ? Words.text("mail.fits", size)
                : Words.text("mail.parts", size, limit, model.expectedMessages());
    }

    private void open() {
        model.open().set(true);
    }
}
