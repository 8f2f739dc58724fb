package app.lacuna.desktop.places.help;

import static java.util.Objects.requireNonNull;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.places.help.Guide.Block;
import app.lacuna.desktop.places.help.Guide.Piece;
import app.lacuna.desktop.places.help.Guide.Section;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.Columns;
import app.lacuna.desktop.ui.Focus;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WholeHeight;
import app.lacuna.desktop.words.Words;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.function.Supplier;
import javafx.css.PseudoClass;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;

/** The page: the sections at the left, the one that is read at the right. */
final class HelpView {
    private static final double LIST_WIDTH = 260;
    private static final double READABLE_HEIGHT = 320;
    private static final String KEYS = "keys";
    private static final PseudoClass CURRENT = PseudoClass.getPseudoClass("current");

    private final Map<String, Section> sections = new LinkedHashMap<>();
    private final Map<String, Button> buttons = new LinkedHashMap<>();
    private final Supplier<Node> keys;
    private final VBox text = new VBox(10);
    private final BriefLine brief = new BriefLine();
    private final Page page = new Page(brief);

    /**
     * @param keys all of them, as they are at the moment
     */
    HelpView(Guide guide, Supplier<Node> keys, Runnable back) {
        this.keys = keys;
        VBox list = new VBox(2);
        list.getStyleClass().add("help-list");
        for (Section section : guide.sections()) {
            sections.put(section.name(), section);
            list.getChildren().add(button(section.name(), section.title()));
        }
        list.getChildren().add(button(KEYS, Words.text("help.title")));
        text.setId("help-text");
        text.getStyleClass().add("help-text");
        ScrollPane reading = sheet(text);
        VBox.setVgrow(reading, Priority.ALWAYS);
        reading.prefHeightProperty().bind(TextSize.of(READABLE_HEIGHT));
        page.setWork(Columns.withList(sheet(list), new WholeHeight(0, reading), LIST_WIDTH));
        page.setFoot(new Region(), Page.button("help-back", Words.text("help.back"), back));
        brief.say(Words.text("help.brief"));
        turnTo(guide.sections().get(0).name());
    }

    private static ScrollPane sheet(VBox content) {
        ScrollPane scroll = new ScrollPane(content);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().addAll("columns", Styles.SHEET);
        return scroll;
    }

    private Button button(String name, String title) {
        Button button = Page.button("help-" + name, title, () -> turnTo(name));
        button.getStyleClass().setAll("help-section");
        button.setMinWidth(0);
        button.setWrapText(true);
        button.setMaxWidth(Double.MAX_VALUE);
        buttons.put(name, button);
        return button;
    }

    Page page() {
        return page;
    }

    void focusFirst() {
        buttons.values().stream()
                .filter(button -> button.getPseudoClassStates().contains(CURRENT))
                .findFirst()
                .ifPresent(Focus::on);
    }

    void turnTo(String wanted) {
        boolean isThere = sections.containsKey(wanted) || wanted.equals(KEYS);
        String name = isThere ? wanted : sections.keySet().iterator().next();
        buttons.forEach(
                (each, button) -> button.pseudoClassStateChanged(CURRENT, each.equals(name)));
        text.getChildren().clear();
        if (name.equals(KEYS)) {
            text.getChildren()
                    .addAll(Page.label(Words.text("help.title"), Styles.HEADING), keys.get());
        } else {
            Section section = requireNonNull(sections.get(name));
            text.getChildren().add(Page.label(section.title(), Styles.HEADING));
            section.blocks().forEach(block -> text.getChildren().add(node(block)));
        }
    }

    private static Node node(Block block) {
        TextFlow flow = new TextFlow();
        flow.getStyleClass().add("help-paragraph");
        flow.setAccessibleRole(AccessibleRole.TEXT);
        flow.setAccessibleText(block.text());
        flow.setFocusTraversable(true); // so that it can be read out, and scrolled to
        block.pieces().forEach(piece -> flow.getChildren().add(words(piece)));
        if (!block.ofList()) {
            return flow;
        }
        HBox.setHgrow(flow, Priority.ALWAYS);
        HBox line = new HBox(8, Page.label("–"), flow);
        line.getStyleClass().add("help-item");
        return line;
    }

    private static Text words(Piece piece) {
        Text words = new Text(piece.words());
        words.getStyleClass().add("help-" + piece.style().name().toLowerCase(Locale.ROOT));
        return words;
    }
}
