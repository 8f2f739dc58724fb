package app.lacuna.desktop.parts.proving;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.proving.ProvingModel.Form;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import java.util.stream.Stream;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;

/** Proves the archive once more, says what came of it, and keeps a report where the user says. */
public final class ProvingPopover {
    private static final double WIDTH = 420;

    private final ProvingModel model;
    private final FileDialogs dialogs;
    private final String name;
    private final Label words = Page.label("", "proving-result");
    private final Label saved = Page.label("", Styles.SECONDARY);
    private final ChangeListener<Object> changed = (property, before, now) -> write();
    private final WrappingRow save;

    /**
     * @param name of the archive without its ending: reports are proposed under it
     */
    public ProvingPopover(ProvingModel model, FileDialogs dialogs, String name) {
        this.model = model;
        this.dialogs = dialogs;
        this.name = name;
        words.setId("proving-result");
        words.setMaxWidth(WIDTH);
        Spoken.news(words);
        saved.setId("proving-saved");
        Spoken.news(saved);
        saved.setMaxWidth(WIDTH);
        save = new WrappingRow(10, Stream.of(Form.values()).map(this::button).toArray(Node[]::new));
        save.managedProperty().bind(save.visibleProperty());
        Stream.of(model.proved(), model.saved(), model.failure())
                .forEach(property -> property.addListener(new WeakChangeListener<>(changed)));
        write();
    }

    private Button button(Form form) {
        return Page.button(
                "proving-" + form,
                Words.text("proving.save." + form),
                () ->
                        dialogs.chooseTarget(
                                        Words.text("proving.save." + form),
                                        name + Words.text("proving.ending." + form))
                                .ifPresent(target -> model.save(form, target)));
    }

    private void write() {
        words.setText(model.proved().get().map(ProvingModel::sentence).orElse(""));
        save.setVisible(model.proved().get().isPresent());
        saved.setText(
                model.failure()
                        .get()
                        .map(text -> text.inOneLine())
                        .or(
                                () ->
                                        model.saved()
                                                .get()
                                                .map(
                                                        path ->
                                                                Words.text(
                                                                        "proving.saved",
                                                                        PathNames.known(path))))
                        .orElse(""));
    }

    public Node[] content() {
        Button prove = Page.button("prove-now", Words.text("proving.now"), model::prove);
        prove.disableProperty().bind(model.proving().running());
        Label note = Page.label(Words.text("proving.note"), Styles.SECONDARY);
        note.setMaxWidth(WIDTH);
        return new Node[] {
            Page.label(Words.text("proving.title"), Styles.CARD_TITLE),
            note,
            prove,
            new BusyLine(model.proving()),
            words,
            save,
            saved
        };
    }
}
