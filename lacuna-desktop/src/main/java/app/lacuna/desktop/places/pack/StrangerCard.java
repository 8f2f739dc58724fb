package app.lacuna.desktop.places.pack;

import app.lacuna.archive.Names;
import app.lacuna.desktop.look.Motion;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.GapBars;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.exposure.Exposure;
import app.lacuna.exposure.Readable;
import app.lacuna.exposure.SeenEntry;
import app.lacuna.selection.ItemKind;
import java.util.List;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** What a stranger would see, as it would appear to them. */
final class StrangerCard extends VBox {
    private static final int LINES = 4;
    private static final int COMPARED_LINES = 5;
    private static final double COMPARED_WIDTH = 340;

    private final PackViewModel model;
    private final VBox seen = new VBox(6);
    private boolean hiddenBefore = true;
    private final Label sum = Page.label("");
    private final Label name = Page.label("", Styles.SECONDARY);

    StrangerCard(PackViewModel model, PopoverLayer layer) {
        super(8);
        this.model = model;
        getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        setId("stranger");
        Button compare = Page.link("compare", Words.text("stranger.compare"), () -> {});
        compare.setOnAction(event -> layer.show(compare, comparison()));
        compare.visibleProperty()
                .bind(model.form().protection().map(cipher -> cipher.canHideNames()));
        HBox head =
                new HBox(
                        Page.label(Words.text("stranger.title"), Styles.CARD_TITLE),
                        Page.spacer(),
                        compare);
        head.setAlignment(Pos.CENTER_LEFT);
        sum.setId("stranger-sum");
        name.setId("stranger-name");
        getChildren().setAll(head, seen, sum, name);
        InvalidationListener changed = property -> write();
        model.exposure().exposure().addListener(changed);
        model.forecast().seen().addListener(changed);
        write();
    }

    private void write() {
        Exposure exposure = model.exposure().exposure().get();
        seen.getChildren().setAll(lines(exposure, LINES));
        Optional<String> word = model.revealingWord();
        name.setText(word.map(w -> Words.text("stranger.name", w)).orElse(""));
        name.setVisible(word.isPresent());
        name.setManaged(word.isPresent());
        int items = model.contents().selection().get().items().size();
        boolean contents = exposure.readable().contains(Readable.CONTENTS);
        boolean names = exposure.readable().contains(Readable.NAMES);
        boolean hidden = !names;
        if (hidden != hiddenBefore) {
            hiddenBefore = hidden;
            Motion.appear(seen);
        }
        String key = contents ? "all" : names ? "names" : "nothing";
        sum.setText(Words.text("stranger." + key, items));
        sum.getStyleClass().removeAll(Styles.PROTECTED, Styles.READABLE);
        sum.getStyleClass().add(names ? Styles.READABLE : Styles.PROTECTED);
    }

    private List<Node> lines(Exposure exposure, int atMost) {
        VBox lines = new VBox();
        String size =
                model.forecast()
                        .seen()
                        .get()
                        .map(s -> Sizes.inWords(s.forecast().archive().expected()))
                        .orElse("");
        lines.getChildren().add(line(exposure.archiveName(), size, ""));
        exposure.entries().stream().limit(atMost).forEach(e -> lines.getChildren().add(line(e)));
        int all = model.contents().selection().get().items().size();
        boolean hidden = !exposure.readable().contains(Readable.NAMES);
        if (hidden) {
            GapBars gaps = new GapBars(2);
            gaps.setAlignment(Pos.CENTER_LEFT);
            gaps.getStyleClass().add("gaps-inside");
            lines.getChildren().add(gaps);
        } else if (all > atMost) {
            lines.getChildren()
                    .add(Page.label(Words.text("stranger.more", all - atMost), Styles.MONO));
        }
        lines.setSpacing(6);
        return List.of(lines);
    }

    private static Node line(SeenEntry entry) {
        String name = entry.path().substring(entry.path().lastIndexOf('/') + 1);
        boolean folder = entry.kind() == ItemKind.FOLDER;
        long depth = entry.path().chars().filter(c -> c == '/').count();
        String size =
                folder || entry.size().isEmpty() ? "" : Sizes.inWords(entry.size().getAsLong());
        String branch = "  ".repeat((int) Math.min(depth, 4)) + " \u2514 ";
        return line(branch + name + (folder ? "/" : ""), size, Dates.day(entry.modified()));
    }

    private static Node line(String name, String size, String day) {
        Label first = new Label(name);
        first.setMinWidth(0);
        first.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        HBox.setHgrow(first, Priority.SOMETIMES);
        Label second = new Label(size);
        Label third = new Label(day);
        second.setMinWidth(USE_PREF_SIZE);
        third.setMinWidth(USE_PREF_SIZE);
        HBox line = new HBox(14, first, second, third);
        line.getStyleClass().add(Styles.MONO);
        return line;
    }

    /** Both forms, side by side. */
    private Node[] comparison() {
        HBox both = new HBox(22);
        for (Names names : List.of(Names.VISIBLE, Names.HIDDEN)) {
            Exposure exposure =
                    model.exposure().with(model.form().options().get().withNames(names));
            VBox one = new VBox(8);
            one.getChildren()
                    .add(Page.label(Words.text("stranger.compare." + names), Styles.CARD_TITLE));
            one.getChildren().addAll(lines(exposure, COMPARED_LINES));
            one.setPrefWidth(COMPARED_WIDTH);
            both.getChildren().add(one);
        }
        return new Node[] {both};
    }
}
