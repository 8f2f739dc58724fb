package app.lacuna.desktop.parts.password;

import app.lacuna.common.Secret;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.desktop.words.Words;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;

/** What can be done with a password that was made here, before it is gone: see, copy, keep it. */
public final class KeptPasswordSteps extends VBox {
    private static final double WIDTH = 520;

    private final KeptPassword kept;
    private final TextField shown = new TextField();

    /**
     * @param slip makes the key slip of this password
     */
    public KeptPasswordSteps(
            KeptPassword kept,
            KeySlipModel slip,
            ShortClipboard clipboard,
            PopoverLayer layer,
            FileDialogs dialogs) {
        super(8);
        this.kept = kept;
        setId("kept-password");
        shown.setId("kept-password-shown");
        shown.setEditable(false);
        shown.setMaxWidth(WIDTH);
        shown.getStyleClass().add(Styles.MONO);
        FieldName.give(shown, Words.text("kept.title"));
        shown.setVisible(false);
        shown.managedProperty().bind(shown.visibleProperty());
        Button show = Page.button("kept-show", Words.text("password.show"), this::showOrHide);
        show.textProperty()
                .bind(
                        shown.visibleProperty()
                                .map(on -> Words.text(on ? "password.hide" : "password.show")));
        Button copy = Page.button("kept-copy", "", () -> copy(clipboard));
        copy.textProperty().bind(clipboard.words());
        Button paper = Page.button("kept-slip", Words.text("slip.title"), () -> {});
        SlipPopover popover = new SlipPopover(slip, dialogs);
        paper.setOnAction(event -> layer.show(paper, popover.content()));
        Button have = Page.button("kept-have", Words.text("kept.have"), this::have);
        FlowPane buttons = new FlowPane(8, 6, show, copy, paper, have);
        getChildren().setAll(shown, buttons);
    }

    private void showOrHide() {
        if (shown.isVisible()) {
            hide();
            return;
        }
        try (Secret secret = kept.copy()) {
            shown.setText(secret.withCharacters(Object::toString));
        }
        shown.setVisible(true);
    }

    private void hide() {
        int length = shown.getLength();
        shown.replaceText(0, length, "x".repeat(length));
        shown.clear();
        shown.setVisible(false);
    }

    private void copy(ShortClipboard clipboard) {
        try (Secret secret = kept.copy()) {
            clipboard.put(secret.withCharacters(Object::toString));
        }
    }

    private void have() {
        hide();
        kept.isKnownNow();
    }
}
