package app.lacuna.desktop.places.discs;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.Names;
import app.lacuna.common.ByteCount;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.ChoiceGroup;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.FolderEditor;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.TakeField;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscLabel;
import app.lacuna.disc.Recovery;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** What opens under the words of the brief. */
final class DiscsPopovers {
    private static final double WIDTH = 400;
    private static final String TWO = "TWO_DISCS";

    private static final Map<String, Recovery> RECOVERIES =
            Map.of(
                    "NONE",
                    Recovery.NONE,
                    "SCRATCHES",
                    Recovery.SCRATCHES,
                    "ONE_DISC",
                    Recovery.ONE_DISC,
                    TWO,
                    new Recovery(Recovery.Kind.DISCS, 2));

    private final DiscsModel model;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;

    DiscsPopovers(DiscsModel model, PopoverLayer layer, FileDialogs dialogs) {
        this.model = model;
        this.layer = layer;
        this.dialogs = dialogs;
    }

    Node[] items() {
        return new Node[] {
            wrapped(Words.text("popover.discs.items")),
            Page.button(
                    "discs-clear",
                    Words.text("popover.discs.clear"),
                    () -> {
                        layer.close();
                        model.startAnew();
                    })
        };
    }

    /** Kind, or a size of one's own, and how it is spread. */
    Node[] kind() {
        ObjectProperty<String> kind = new SimpleObjectProperty<>(model.form().kind().get().name());
        kind.addListener(
                (property, before, now) -> DiscKind.named(now).ifPresent(model.form().kind()::set));
        VBox kinds =
                new ChoiceGroup<>(
                                "disc-kind",
                                DiscKind.ALL.stream().map(DiscKind::name).toList(),
                                kind,
                                name -> DiscKinds.name(DiscKind.named(name).orElseThrow()))
                        .column();
        Label note = Page.label(Words.text("popover.discs.size.note"), Styles.SECONDARY);
        note.setMaxWidth(WIDTH);
        TakeField own =
                new TakeField(
                                "disc-size",
                                "",
                                Page.button("disc-size-take", Words.text("popover.take"), () -> {}),
                                typed -> take(typed, note))
                        .called(Words.text("popover.discs.size"))
                        .prompting(Words.text("popover.discs.size.prompt"))
                        .columns(10);
        VBox spreads =
                new ChoiceGroup<>(
                                "disc-spread",
                                List.of(Spread.values()),
                                model.form().spread(),
                                spread -> Words.text("popover.discs." + spread))
                        .withNotes(spread -> Words.text("popover.discs." + spread + ".note"))
                        .column();
        return new Node[] {
            kinds,
            own,
            note,
            Page.label(Words.text("popover.discs.spread"), Styles.CARD_TITLE),
            spreads,
            done()
        };
    }

    private void take(String typed, Label note) {
        try {
            model.form().kind().set(DiscKind.ofBytes(ByteCount.parse(typed.strip()).bytes()));
            layer.close();
        } catch (NumberFormatException e) {
            note.setText(Words.text("popover.discs.size.impossible"));
        }
    }

    private Node done() {
        return Page.button("discs-done", Words.text("popover.done"), layer::close);
    }

    Node[] label() {
        TakeField name =
                new TakeField(
                                "disc-label",
                                model.form().label().get().text(),
                                Page.button(
                                        "disc-label-take", Words.text("popover.take"), () -> {}),
                                typed -> {
                                    model.form().label().set(DiscLabel.of(typed));
                                    layer.close();
                                })
                        .called(Words.text("popover.discs.label"))
                        .columns(14);
        return new Node[] {
            Page.label(Words.text("popover.discs.label"), Styles.CARD_TITLE),
            name,
            wrapped(Words.text("popover.discs.label.note"))
        };
    }

    /** Hidden, visible, or no password at all. */
    Node[] names() {
        boolean locked = model.form().locked().get();
        ObjectProperty<String> choice =
                new SimpleObjectProperty<>(locked ? model.form().names().get().name() : "OPEN");
        choice.addListener(
                (property, before, now) -> {
                    model.form().locked().set(!now.equals("OPEN"));
                    if (!now.equals("OPEN")) {
                        model.form().names().set(Names.valueOf(now));
                    }
                });
        VBox choices =
                new ChoiceGroup<>(
                                "disc-names",
                                List.of("HIDDEN", "VISIBLE", "OPEN"),
                                choice,
                                value -> Words.text("discs.names." + value))
                        .withNotes(value -> Words.text("popover.discs.names." + value))
                        .column();
        return new Node[] {choices, done()};
    }

    Node[] recovery() {
        ObjectProperty<String> choice = new SimpleObjectProperty<>(chosen());
        choice.addListener(
                (property, before, now) ->
                        Optional.ofNullable(RECOVERIES.get(now))
                                .ifPresent(model.form().recovery()::set));
        VBox choices =
                new ChoiceGroup<>(
                                "disc-recovery",
                                List.of("NONE", "SCRATCHES", "ONE_DISC", TWO),
                                choice,
                                value -> DiscsBrief.recovery(requireNonNull(RECOVERIES.get(value))))
                        .withNotes(value -> Words.text("popover.discs.recovery." + value))
                        .column();
        return new Node[] {choices, done()};
    }

    private String chosen() {
        return RECOVERIES.entrySet().stream()
                .filter(entry -> entry.getValue().equals(model.form().recovery().get()))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse("");
    }

    Node[] folder() {
        return new FolderEditor(
                        "discs-folder",
                        Words.text("popover.discs.folder"),
                        model.form().folder(),
                        dialogs,
                        layer::close)
                .content();
    }

    private static Label wrapped(String words) {
        Label label = Page.label(words, Styles.SECONDARY);
        label.setMaxWidth(WIDTH);
        return label;
    }
}
