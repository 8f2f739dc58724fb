package app.lacuna.desktop.parts.clearing;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.Secret;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.clearing.ClearModel.Done;
import app.lacuna.desktop.parts.clearing.ClearModel.Pending;
import app.lacuna.desktop.parts.clearing.ClearModel.Planned;
import app.lacuna.desktop.parts.password.SecretField;
import app.lacuna.desktop.parts.password.SecretText;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.looseends.Staying;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.collections.FXCollections;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** What goes and what stays, before it is done and after. */
public final class ClearPanel extends VBox {
    private static final double LIST_HEIGHT = 320;
    private static final double LINE_HEIGHT = 30;

    private final ClearModel model;
    private final List<Optional<SecretText>> typed = new ArrayList<>();
    private final List<SecretField> fields = new ArrayList<>();

    /** A line of the list: what goes has no reason. */
    private record Line(String path, Optional<String> reason) {}

    public ClearPanel(ClearModel model) {
        super(10);
        this.model = model;
        setId("clear-panel");
        getStyleClass().addAll(Styles.SHEET, "clear-panel");
        model.pending().addListener((property, before, now) -> show());
        model.done().addListener((property, before, now) -> show());
        model.failure().addListener((property, before, now) -> show());
        managedProperty().bind(visibleProperty());
        Spoken.news(this);
        show();
    }

    private void show() {
        fields.forEach(SecretField::forget);
        fields.clear();
        typed.clear();
        getChildren().clear();
        model.pending().get().ifPresent(this::ask);
        model.done().get().ifPresent(this::tell);
        model.failure().get().ifPresent(this::fail);
        setVisible(!getChildren().isEmpty());
    }

    private void ask(Pending pending) {
        String how = pending.how().name();
        add(
                Page.label(
                        Words.text(
                                "clear.ask." + how,
                                pending.count(),
                                Sizes.inWords(pending.bytes())),
                        Styles.HEADING));
        List<Line> lines = new ArrayList<>();
        int linked = 0;
        int more = 0;
        for (Planned part : pending.parts()) {
            part.plan().stays().forEach(stay -> lines.add(line(stay)));
            linked += part.plan().linkedElsewhere().size();
            more += part.plan().withMore().size();
        }
        for (Planned part : pending.parts()) {
            for (ReadableFile file : part.plan().goes()) {
                lines.add(new Line(shown(file), Optional.empty()));
            }
        }
        add(list("clear-list", lines));
        if (linked > 0) {
            add(Page.label(Words.text("clear.linked", linked), Styles.ATTENTION));
        }
        if (more > 0) {
            add(Page.label(Words.text("clear.more", more), Styles.ATTENTION));
        }
        boolean slip = pending.parts().stream().anyMatch(part -> part.target().onlyPassword());
        add(
                slip
                        ? Page.label(Words.text("clear.slip"), Styles.READABLE)
                        : Page.label(Words.text("clear.note." + how), Styles.SECONDARY));
        pending.parts().forEach(this::password);
        add(new BusyLine(model.clearing()));
        var doIt =
                Page.button("clear-do", Words.text("clear.do." + how, pending.count()), this::run);
        doIt.disableProperty().bind(model.clearing().running());
        doIt.setVisible(pending.count() > 0);
        doIt.setManaged(pending.count() > 0);
        add(
                new WrappingRow(
                        10,
                        doIt,
                        Page.button("clear-not", Words.text("clear.not"), model::forget)));
    }

    /** Once for each archive that has one; without it what the archive speaks for stays. */
    private void password(Planned part) {
        if (!part.password()) {
            typed.add(Optional.empty());
            return;
        }
        String name = PathNames.last(part.target().proofs().locked().orElseThrow());
        SecretText text = new SecretText();
        SecretField field =
                new SecretField(
                        "clear-password-" + typed.size(),
                        Words.text("clear.password", name),
                        text,
                        new SimpleBooleanProperty());
        field.onEnter(this::run);
        typed.add(Optional.of(text));
        fields.add(field);
        add(field);
    }

    private void run() {
        List<Optional<Secret>> passwords = new ArrayList<>();
        for (Optional<SecretText> text : typed) {
            passwords.add(
                    text.filter(known -> !known.text().get().isEmpty())
                            .map(known -> Secret.takeOver(known.text().get().toCharArray())));
            text.ifPresent(SecretText::clear);
        }
        model.run(passwords);
    }

    private void tell(Done done) {
        add(
                Page.label(
                        Words.text(
                                "clear.done." + done.how(),
                                done.count(),
                                Sizes.inWords(done.bytes()),
                                done.cancelled() ? "yes" : "no"),
                        Styles.HEADING));
        for (Path archive : done.wrong()) {
            add(Page.label(Words.text("clear.wrong", PathNames.last(archive)), Styles.READABLE));
        }
        done.failures().forEach(text -> add(Page.label(text.inOneLine(), Styles.ATTENTION)));
        if (!done.stays().isEmpty()) {
            add(Page.label(Words.text("clear.stayed", done.stays().size()), Styles.SECONDARY));
            add(list("clear-stayed", done.stays().stream().map(ClearPanel::line).toList()));
        }
        if (done.count() > 0) {
            add(Page.label(Words.text("clear.honest." + done.how()), Styles.SECONDARY));
        }
        List<Node> buttons = new ArrayList<>();
        if (!done.inTrash().isEmpty()) {
            buttons.add(Page.button("clear-undo", Words.text("clear.undo"), model::undo));
        }
        buttons.add(Page.button("clear-seen", Words.text("notice.seen"), model::forget));
        add(new WrappingRow(10, buttons.toArray(new Node[0])));
    }

    private void fail(FailureText text) {
        add(Page.label(text.inOneLine(), Styles.ATTENTION));
        if (model.pending().get().isEmpty() && model.done().get().isEmpty()) {
            add(Page.button("clear-seen", Words.text("notice.seen"), model::forget));
        }
    }

    private void add(Node node) {
        getChildren().add(node);
    }

    private static Line line(Staying stay) {
        return new Line(shown(stay.path()), Optional.of(Words.text("stays." + stay.why())));
    }

    /** As it is called in the archive; what has no name there by its place. */
    private static String shown(ReadableFile file) {
        return file.entry().isEmpty() ? shown(ClearModel.place(file)) : file.entry();
    }

    private static String shown(Path path) {
        return PathNames.known(path);
    }

    private static ListView<Line> list(String id, List<Line> lines) {
        ListView<Line> list = new ListView<>(FXCollections.observableArrayList(lines));
        list.setId(id);
        list.setAccessibleText(Words.text("clear.list"));
        list.setCellFactory(view -> new Cell());
        list.setMinHeight(90);
        list.setPrefHeight(Math.min(LIST_HEIGHT, LINE_HEIGHT * lines.size() + 24));
        VBox.setVgrow(list, Priority.SOMETIMES);
        return list;
    }

    private static final class Cell extends ListCell<Line> {
        @Override
        protected void updateItem(Line line, boolean empty) {
            super.updateItem(line, empty);
            if (empty || line == null) {
                setGraphic(null);
                setTooltip(null);
                return;
            }
            setTooltip(new Tooltip(line.path()));
            Label path = new Label(line.path());
            path.getStyleClass().add(Styles.MONO);
            path.setMinWidth(0);
            path.setTextOverrun(OverrunStyle.LEADING_ELLIPSIS);
            VBox words = new VBox(1, path);
            line.reason()
                    .ifPresent(
                            why ->
                                    words.getChildren()
                                            .add(
                                                    Page.label(
                                                            Words.text("clear.stays", why),
                                                            Styles.CAPTION,
                                                            Styles.ATTENTION)));
            words.setMinWidth(0);
            words.setAlignment(Pos.CENTER_LEFT);
            HBox.setHgrow(words, Priority.ALWAYS);
            boolean stays = line.reason().isPresent();
            HBox row =
                    new HBox(
                            8,
                            new Mark(stays ? Mark.Meaning.STILL_READABLE : Mark.Meaning.NOT_YET, 4),
                            words);
            row.setAlignment(Pos.CENTER_LEFT);
            row.setMaxWidth(USE_PREF_SIZE);
            row.prefWidthProperty().bind(getListView().widthProperty().subtract(56));
            setGraphic(row);
        }
    }
}
