package app.lacuna.desktop.places.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.GapBars;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.ItemKind;
import java.util.List;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What can be seen of an archive without its password, as anybody would with any tool. */
final class SeenSheet extends VBox {
    private static final int SEEN_AT_MOST = 14;

    SeenSheet() {
        super(10);
        getStyleClass().addAll(Styles.SHEET, "roomy");
    }

    void show(Listing listing) {
        GridPane seen = new GridPane();
        seen.setHgap(16);
        seen.setVgap(7);
        seen.getStyleClass().add(Styles.MONO);
        List<ArchiveEntry> entries = listing.entries();
        int rows = Math.min(SEEN_AT_MOST, entries.size());
        for (int row = 0; row < rows; row++) {
            seen.addRow(row, seenRow(entries.get(row)));
        }
        getChildren().setAll(Page.label(Words.text("open.seen"), Styles.CARD_TITLE), seen);
        if (listing.names() == Names.HIDDEN) {
            GapBars gaps = new GapBars();
            gaps.setAlignment(Pos.CENTER_LEFT);
            gaps.getStyleClass().add("gaps-inside");
            getChildren().add(gaps);
        }
        int more = entries.size() - rows;
        if (more > 0) {
            getChildren().add(Page.label(Words.text("open.seen.more", more), Styles.MONO));
        }
        Region rule = new Region();
        rule.getStyleClass().add("rule");
        getChildren()
                .addAll(
                        rule,
                        Page.label(
                                Words.text("open.seen." + listing.weakestProtection()),
                                Styles.SECONDARY),
                        Page.label(Words.text("open.seen.unchecked"), Styles.SECONDARY));
    }

    private static Node[] seenRow(ArchiveEntry entry) {
        long depth = entry.path().chars().filter(letter -> letter == '/').count();
        boolean folder = entry.kind() == ItemKind.FOLDER;
        String branch = depth == 0 ? "" : "  ".repeat((int) Math.min(depth, 6) - 1) + " \u2514 ";
        Label name = new Label(branch + entry.name() + (folder ? "/" : ""));
        name.setMinWidth(0);
        GridPane.setHgrow(name, Priority.ALWAYS);
        Label size = new Label(folder ? "" : Sizes.inWords(entry.size()));
        GridPane.setHalignment(size, HPos.RIGHT);
        Label day = new Label(Dates.day(entry.modified()));
        size.setMinWidth(Region.USE_PREF_SIZE);
        day.setMinWidth(Region.USE_PREF_SIZE);
        return new Node[] {name, size, day};
    }
}
