package app.lacuna.desktop.parts.password;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.time.LocalDate;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** Says what a key slip is before one is saved: a readable copy of the password. */
public final class SlipPopover {
    private final KeySlipModel model;
    private final FileDialogs dialogs;

    public SlipPopover(KeySlipModel model, FileDialogs dialogs) {
        this.model = model;
        this.dialogs = dialogs;
    }

    public Node[] content() {
        Label note = Page.label(Words.text("slip.note"), Styles.SECONDARY);
        note.setMaxWidth(380);
        Label done = Page.label("", Styles.READABLE);
        done.setId("slip-done");
        Spoken.news(done);
        done.setMaxWidth(380);
        Button save = Page.button("slip-save", Words.text("slip.save"), () -> save(done));
        Button print = Page.button("slip-print", Words.text("slip.print"), () -> print(done));
        print.setVisible(false);
        model.ifPrinting(() -> print.setVisible(true));
        return new Node[] {
            Page.label(Words.text("slip.title"), Styles.CARD_TITLE),
            note,
            new HBox(8, save, print),
            done
        };
    }

    private void save(Label done) {
        dialogs.chooseTarget(Words.text("slip.save"), Words.text("slip.file"))
                .ifPresent(
                        target ->
                                model.save(
                                        target,
                                        LocalDate.now(),
                                        saved -> done.setText(outcome(saved, target))));
    }

    private void print(Label done) {
        model.print(
                LocalDate.now(),
                printed -> done.setText(Words.text(printed ? "slip.printed" : "slip.not-printed")));
    }

    private static String outcome(boolean saved, Path target) {
        return saved
                ? Words.text("slip.saved", target.getFileName().toString())
                : Words.text("slip.not-saved");
    }
}
