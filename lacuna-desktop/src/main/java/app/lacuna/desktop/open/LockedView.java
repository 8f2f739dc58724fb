package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.base.ByteCount;
import app.lacuna.desktop.control.Columns;
import app.lacuna.desktop.control.GapBars;
import app.lacuna.desktop.control.Page;
import app.lacuna.desktop.control.SecretField;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.ItemKind;
import java.util.List;
import java.util.Optional;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The Open place while the archive is locked: the password, and what can be seen without it. */
final class LockedView {
    private static final double RIGHT_WIDTH = 480;
    private static final int NOTE_AT_MOST = 600;
    private static final int SEEN_AT_MOST = 14;

    private final OpenViewModel model;
    private final SecretField field;
    private final Columns columns;

    LockedView(OpenViewModel model) {
        this.model = model;
        field =
                new SecretField(
                        "open-password",
                        Words.text("open.password"),
                        model.password(),
                        model.showing());
        field.onEnter(model::unlock);
        columns = new Columns(passwordSheet(), seenSheet(model.listing()), RIGHT_WIDTH);
        model.failure().addListener((property, before, now) -> failed(now));
    }

    Node node() {
        return columns;
    }

    void focus() {
        field.focusAndSelect();
    }

    private void failed(Optional<FailureText> failure) {
        if (failure.isPresent() && model.state().get() == OpenState.LOCKED) {
            field.focusAndSelect();
        }
    }

    private Region passwordSheet() {
        Button show =
                Page.button(
                        "open-show",
                        Words.text("password.show"),
                        () -> model.showing().set(!model.showing().get()));
        show.textProperty()
                .bind(
                        model.showing()
                                .map(on -> Words.text(on ? "password.hide" : "password.show")));
        HBox row = new HBox(10, field, show);
        row.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(field, Priority.ALWAYS);
        VBox sheet =
                new VBox(
                        12,
                        Page.label(Words.text("open.password"), "sheet-title"),
                        row,
                        wrong(),
                        note(),
                        Page.spacer(),
                        Page.label(Words.text("open.nobody"), Styles.SECONDARY));
        sheet.getStyleClass().addAll(Styles.SHEET, "roomy");
        return sheet;
    }

    /** The hint or opening note, which needs no password to be read. */
    private Node note() {
        String whole = model.listing().comment().strip();
        String text =
                whole.length() > NOTE_AT_MOST ? whole.substring(0, NOTE_AT_MOST) + "…" : whole;
        Label note = Page.label(text, "note");
        note.setId("open-note");
        Label title = Page.label(Words.text("open.note.readable"), Styles.CARD_TITLE);
        VBox box = new VBox(2, title, note);
        box.setVisible(!text.isEmpty());
        box.setManaged(!text.isEmpty());
        return box;
    }

    /** One line: what happened in bold, the rest plain. Nothing shakes. */
    private Node wrong() {
        Label what = Page.label("", "message-what");
        what.setId("unlock-failure");
        Label rest = Page.label("", Styles.READABLE);
        what.textProperty().bind(model.failure().map(now -> now.map(FailureText::what).orElse("")));
        rest.textProperty()
                .bind(
                        model.failure()
                                .map(
                                        now ->
                                                now.map(text -> text.safe() + " " + text.next())
                                                        .orElse("")));
        VBox box = new VBox(2, what, rest);
        box.visibleProperty().bind(model.failure().map(Optional::isPresent));
        return box;
    }

    /** As it would appear to anybody who opens the file with any tool. */
    private static Region seenSheet(Listing listing) {
        GridPane seen = new GridPane();
        seen.setHgap(16);
        seen.setVgap(7);
        seen.getStyleClass().add(Styles.MONO);
        List<ArchiveEntry> entries = listing.entries();
        int rows = Math.min(SEEN_AT_MOST, entries.size());
        for (int row = 0; row < rows; row++) {
            seen.addRow(row, seenRow(entries.get(row)));
        }
        VBox sheet = new VBox(10, Page.label(Words.text("open.seen"), Styles.CARD_TITLE), seen);
        if (listing.names() == Names.HIDDEN) {
            GapBars gaps = new GapBars();
            gaps.setAlignment(Pos.CENTER_LEFT);
            gaps.getStyleClass().add("gaps-inside");
            sheet.getChildren().add(gaps);
        }
        int more = entries.size() - rows;
        if (more > 0) {
            sheet.getChildren().add(Page.label(Words.text("open.seen.more", more), Styles.MONO));
        }
        Region rule = new Region();
        rule.getStyleClass().add("rule");
        sheet.getChildren()
                .addAll(
                        rule,
                        Page.label(
                                Words.text("open.seen." + listing.weakestProtection()),
                                Styles.SECONDARY),
                        Page.label(Words.text("open.seen.unchecked"), Styles.SECONDARY));
        sheet.getStyleClass().addAll(Styles.SHEET, "roomy");
        return sheet;
    }

    private static Node[] seenRow(ArchiveEntry entry) {
        long depth = entry.path().chars().filter(letter -> letter == '/').count();
        boolean folder = entry.kind() == ItemKind.FOLDER;
        String branch = depth == 0 ? "" : "  ".repeat((int) Math.min(depth, 6) - 1) + " \u2514 ";
        Label name = new Label(branch + entry.name() + (folder ? "/" : ""));
        name.setMinWidth(0);
        GridPane.setHgrow(name, Priority.ALWAYS);
        Label size = new Label(folder ? "" : ByteCount.inWords(entry.size()));
        GridPane.setHalignment(size, HPos.RIGHT);
        Label day = new Label(Dates.day(entry.modified()));
        size.setMinWidth(Region.USE_PREF_SIZE);
        day.setMinWidth(Region.USE_PREF_SIZE);
        return new Node[] {name, size, day};
    }
}
