package app.lacuna.desktop.parts.changing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.Words;
import app.lacuna.edit.ChangePlan;
import app.lacuna.edit.PlannedEntry.State;
import java.util.ArrayList;
import java.util.List;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** What is to be changed and is not written yet; each edit can be taken back. */
public final class PendingStrip extends HBox {
    private static final State[] TOLD = {State.ADDED, State.REPLACED, State.MOVED, State.REMOVED};

    private final ChangesModel model;
    private final Label words = Page.label("", Styles.ATTENTION);

    /**
     * @param saveAs asks for a new name and writes there
     */
    public PendingStrip(ChangesModel model, ObservableValue<Boolean> writing, Runnable saveAs) {
        super(14);
        this.model = model;
        setId("pending");
        getStyleClass().add("pending");
        setAlignment(Pos.CENTER_LEFT);
        words.setId("pending-words");
        words.setMinWidth(0);
        getChildren()
                .setAll(
                        words,
                        Page.spacer(),
                        new WrappingRow(
                                14,
                                Page.link("undo", Words.text("pending.undo"), model::undo),
                                Page.link(
                                        "forget-changes",
                                        Words.text("pending.forget"),
                                        model::forgetAll),
                                Page.link("save-as", Words.text("pending.save-as"), saveAs)));
        disableProperty().bind(writing);
        model.count().addListener((property, before, now) -> write());
        model.plan().addListener((property, before, now) -> write());
        write();
    }

    private void write() {
        boolean any = model.count().get() > 0 && model.plan().get().isPresent();
        setVisible(any);
        setManaged(any);
        words.setText(any ? told(model.plan().get().orElseThrow()) : "");
    }

    private static String told(ChangePlan plan) {
        List<String> parts = new ArrayList<>();
        for (State state : TOLD) {
            int count = plan.count(state);
            if (count > 0) {
                parts.add(Words.text("pending." + state, count));
            }
        }
        return parts.isEmpty()
                ? Words.text("pending.nothing")
                : Words.text("pending.words", String.join(", ", parts));
    }
}
