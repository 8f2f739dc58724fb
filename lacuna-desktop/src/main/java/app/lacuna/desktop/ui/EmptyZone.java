package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import javafx.scene.text.TextAlignment;

/** The large dashed place for dropping, on a page where there is nothing yet. */
public final class EmptyZone extends VBox {
    /** With something more under the buttons. */
    public EmptyZone with(Node more) {
        getChildren().add(more);
        return this;
    }

    public EmptyZone(String words, Consumer<List<Path>> dropped, Button... buttons) {
        super(20);
        getStyleClass().add(Styles.DROP_ZONE);
        setAlignment(Pos.CENTER);
        Label invitation = new Label(words);
        invitation.getStyleClass().add("invitation");
        invitation.setWrapText(true);
        invitation.setTextAlignment(TextAlignment.CENTER);
        invitation.setMinSize(0, USE_PREF_SIZE); // it wraps, and is never cut
        WrappingRow row = new WrappingRow(10, buttons);
        row.setAlignment(Pos.CENTER);
        getChildren().addAll(new GapBars(), invitation, row);
        DropTarget.on(this, dropped);
    }
}
