package app.lacuna.desktop.shell;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;

/** All keys on one sheet. */
final class HelpSheet {
    private static final List<String> LINES =
            List.of(
                    "places", "open", "files", "folder", "names", "remove", "tick", "view", "find",
                    "paste", "make", "rename", "primary", "lock", "escape", "help");

    private HelpSheet() {}

    static Node[] content() {
        GridPane grid = new GridPane();
        grid.setHgap(24);
        grid.setVgap(8);
        int row = 0;
        for (String line : LINES) {
            Label key = new Label(Words.text("key." + line));
            key.getStyleClass().add(Styles.MONO);
            grid.addRow(row++, key, new Label(Words.text("key." + line + ".does")));
        }
        return new Node[] {Page.label(Words.text("help.title"), Styles.HEADING), grid};
    }
}
