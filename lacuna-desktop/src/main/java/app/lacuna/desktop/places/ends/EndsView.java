package app.lacuna.desktop.places.ends;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.parts.clearing.ClearPanel;
import app.lacuna.desktop.places.ends.EndsPageModel.Group;
import app.lacuna.desktop.shell.Navigator;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.Columns;
import app.lacuna.desktop.ui.Focus;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Sentence;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.util.List;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.DoubleBinding;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The page: the sentence, the lines by archive, the picture, what deleting can not do. */
final class EndsView {
    private static final double RIGHT_WIDTH = 340;

    private final EndsPageModel model;
    private final Services services;
    private final EndLines lines;
    private final BriefLine brief = new BriefLine();
    private final Page page = new Page(brief);
    private final VBox list = new VBox();
    private final ExposurePicture picture;
    private final Label status = new Label();
    private final DoubleBinding textSize = TextSize.of(1);
    private final Button again;
    private final Button clear;

    EndsView(EndsPageModel model, Services services, Navigator navigator) {
        this.model = model;
        this.services = services;
        lines = new EndLines(model, navigator);
        picture = new ExposurePicture(model);
        again = Page.button("ends-again", Words.text("ends.again"), services.ends()::look);
        clear = Page.primary("ends-clear", "", this::primary);
        list.getStyleClass().add("ends-list");
        ScrollPane scroll = new ScrollPane(list);
        scroll.setId("ends-list");
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("columns");
        VBox sheet = new VBox(scroll);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        sheet.getStyleClass().add(Styles.SHEET);
        ClearPanel panel = new ClearPanel(model.clearing());
        VBox right = new VBox(12, panel, picture, limits());
        picture.visibleProperty()
                .bind(
                        Bindings.createBooleanBinding(
                                () -> !panel.isVisible() && model.count() > 0,
                                panel.visibleProperty(),
                                services.ends().seen()));
        picture.managedProperty().bind(picture.visibleProperty());
        right.setMinHeight(Region.USE_PREF_SIZE);
        Columns columns = new Columns(sheet, right, RIGHT_WIDTH);
        page.setWork(columns);
        page.setFoot(Page.status(status, Page.label(Words.text("ends.compared"))), again, clear);
        services.ends().seen().addListener((property, before, now) -> write());
        services.ends().damaged().addListener((property, before, now) -> write());
        textSize.addListener((property, before, now) -> write());
        services.clipboard()
                .left()
                .addListener(
                        (property, before, now) -> {
                            if ((before.intValue() > 0) != (now.intValue() > 0)) {
                                write();
                            }
                        });
        write();
    }

    Page page() {
        return page;
    }

    void focusFirst() {
        Focus.on(clear.isVisible() ? clear : again);
    }

    void primary() {
        if (model.canGo() > 0) {
            model.planAll();
        }
    }

    private void write() {
        writeBrief();
        list.getChildren().clear();
        services.ends().damaged().get().forEach(each -> list.getChildren().add(damaged(each)));
        for (Group group : model.groups()) {
            list.getChildren().add(head(group));
            group.lines().forEach(line -> list.getChildren().add(lines.node(line)));
        }
        if (services.clipboard().left().get() > 0) {
            list.getChildren().add(clipboard());
        }
        List<EndLine> wanted = model.wanted();
        if (!wanted.isEmpty()) {
            list.getChildren().add(headLine(Words.text("ends.wanted"), ""));
            wanted.forEach(line -> list.getChildren().add(lines.node(line)));
        }
        if (list.getChildren().isEmpty()) {
            Label nothing = Page.label(Words.text("ends.nothing"), Styles.SECONDARY);
            nothing.getStyleClass().add("ends-line");
            list.getChildren().add(nothing);
        }
        picture.write();
        status.setText(Words.text("ends.can-go", model.canGo(), model.count()));
        clear.setText(Words.text("ends.clear", Sizes.inWords(model.bytesThatCanGo())));
        clear.setVisible(model.canGo() > 0);
        clear.setManaged(model.canGo() > 0);
    }

    private Node damaged(Path record) {
        Label line =
                Page.label(Words.text("ends.damaged", PathNames.brief(record)), Styles.ATTENTION);
        line.setWrapText(true);
        Button delete =
                Page.link(
                        "ends-damaged-delete",
                        Words.text("ends.damaged.delete"),
                        () -> services.ends().deleteDamaged(record));
        VBox both = new VBox(4, line, delete);
        both.getStyleClass().add("ends-line");
        return both;
    }

    private void writeBrief() {
        brief.clear();
        int count = model.count();
        int damaged = services.ends().damaged().get().size();
        if (count == 0 && damaged > 0) {
            String records = Words.text("ends.brief.records", damaged);
            new Sentence("ends.brief.unknown")
                    .word(to -> to.fact(records, Styles.ATTENTION))
                    .fact(damaged)
                    .into(brief);
            return;
        }
        if (count == 0) {
            new Sentence("ends.brief.none")
                    .word(to -> to.fact(Words.text("ends.brief.nothing"), Styles.PROTECTED))
                    .into(brief);
            return;
        }
        String much = Words.text("ends.brief.much", Sizes.inWords(services.ends().bytes()), count);
        new Sentence("ends.brief")
                .word(to -> to.fact(much, Styles.READABLE))
                .word(to -> to.fact(Dates.span(model.oldest())))
                .fact(model.changed() > 0 ? "changed" : model.allProved() ? "proved" : "other")
                .word(to -> to.fact(Words.text("ends.brief.safe"), Styles.PROTECTED))
                .word(
                        to ->
                                to.fact(
                                        Words.text("ends.brief.newer", model.changed()),
                                        Styles.ATTENTION))
                .into(brief);
    }

    private static Node head(Group group) {
        return headLine(
                group.archive().map(PathNames::last).orElse(Words.text("ends.no-archive")),
                group.proved()
                        .map(when -> Words.text("ends.proved", Dates.minute(when)))
                        .orElse(""));
    }

    private static Node headLine(String title, String detail) {
        HBox head =
                new HBox(10, Page.label(title, "ends-head"), Page.label(detail, Styles.SECONDARY));
        head.getStyleClass().add("ends-head-line");
        return head;
    }

    /** It goes by itself in some seconds. */
    private Node clipboard() {
        return lines.plain(
                Words.text("ends.clipboard"),
                List.of(
                        Page.link(
                                "ends-clipboard",
                                Words.text("ends.clipboard.clear"),
                                services.clipboard()::takeOffNow)));
    }

    private Node limits() {
        Button help = Page.link("ends-help", Words.text("ends.limits.help"), () -> {});
        help.setOnAction(
                event ->
                        services.popovers()
                                .show(
                                        help,
                                        Page.label(
                                                Words.text("ends.limits.title"), Styles.CARD_TITLE),
                                        wrapped(Words.text("ends.limits.disk")),
                                        wrapped(Words.text("ends.limits.sync")),
                                        wrapped(Words.text("ends.limits.overwrite"))));
        VBox card =
                new VBox(
                        6,
                        Page.label(Words.text("ends.limits.title"), Styles.CARD_TITLE),
                        Page.label(Words.text("ends.limits"), Styles.SECONDARY),
                        help);
        card.getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        return card;
    }

    private static Label wrapped(String words) {
        Label label = Page.label(words);
        label.setMaxWidth(400);
        return label;
    }
}
