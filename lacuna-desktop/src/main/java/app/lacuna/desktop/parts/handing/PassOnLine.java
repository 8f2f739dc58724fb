package app.lacuna.desktop.parts.handing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.password.KeySlipModel;
import app.lacuna.desktop.parts.password.SlipPopover;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Mark.Meaning;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.desktop.words.Words;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;

/** The step of the receipt about the password: open until the user says that it has arrived. */
public final class PassOnLine extends VBox {
    private final PassOnModel model;
    private final KeySlipModel slip;
    private final Tools tools;
    private final String archive;

    /** What the step is done with. */
    public record Tools(ShortClipboard clipboard, PopoverLayer layer, FileDialogs dialogs) {}

    public PassOnLine(PassOnModel model, KeySlipModel slip, Tools tools, String archive) {
        this.model = model;
        this.slip = slip;
        this.tools = tools;
        this.archive = archive;
        setId("receipt-pass-on");
        model.done().addListener((property, before, now) -> write());
        model.kept().addListener((property, before, now) -> write());
        write();
    }

    private void write() {
        boolean done = model.done().get();
        getChildren()
                .setAll(
                        new ReceiptLine(
                                done ? Meaning.DONE : Meaning.NOT_YET,
                                Words.text(done ? "pass-on.done" : "pass-on.title"),
                                List.of(Page.label(line(done), Styles.SECONDARY)),
                                done ? new Node[0] : buttons()));
    }

    private String line(boolean done) {
        if (done) {
            return Words.text("pass-on.done.line");
        }
        return Words.text(model.kept().get() ? "pass-on.line" : "pass-on.gone");
    }

    private Node[] buttons() {
        Button done = Page.button("pass-on-done", Words.text("pass-on.it-is-done"), model::isDone);
        if (!model.kept().get()) {
            return new Node[] {done};
        }
        Button text = Page.button("pass-on-text", Words.text("pass-on.text"), this::copyText);
        Button paper = Page.button("pass-on-slip", Words.text("slip.title"), () -> {});
        SlipPopover popover = new SlipPopover(slip, tools.dialogs());
        paper.setOnAction(event -> tools.layer().show(paper, popover.content()));
        return new Node[] {
            Page.button("pass-on-read", Words.text("pass-on.read"), model::readOut),
            text,
            paper,
            done
        };
    }

    /** To be pasted into another messenger; it leaves the clipboard again. */
    private void copyText() {
        model.with(
                secret ->
                        secret.withCharacters(
                                characters -> {
                                    tools.clipboard()
                                            .put(
                                                    Words.text(
                                                            "pass-on.message",
                                                            archive,
                                                            characters.toString()));
                                    return true;
                                }));
    }
}
