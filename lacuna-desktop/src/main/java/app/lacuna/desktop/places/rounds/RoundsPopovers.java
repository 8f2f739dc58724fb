package app.lacuna.desktop.places.rounds;

import app.lacuna.archive.Form;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.ChoiceGroup;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.FolderEditor;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.ui.TakeField;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.files.Presence;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Keep;
import app.lacuna.generations.Retention;
import app.lacuna.job.RoundRunJob;
import app.lacuna.job.RoundState;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.selection.PatternText;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.regex.PatternSyntaxException;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** What opens under the words of the brief; what is changed there is kept at once. */
final class RoundsPopovers {
    private static final double WIDTH = 400;
    private static final int MOST_KEPT = 999;

    private final RoundsPageModel model;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;

    RoundsPopovers(RoundsPageModel model, PopoverLayer layer, FileDialogs dialogs) {
        this.model = model;
        this.layer = layer;
        this.dialogs = dialogs;
    }

    private void change(RoundLine line, UnaryOperator<Round> change) {
        model.list().change(line.round().name(), change);
    }

    private static UnaryOperator<Round> backup(UnaryOperator<Backup> change) {
        return round -> round.with(change.apply(round.backup().orElseThrow()));
    }

    /** How often it is due, and how the system does it by itself. */
    Node[] every(RoundLine line) {
        Backup backup = line.round().backup().orElseThrow();
        long now = backup.every().map(Duration::toDays).orElse(0L);
        List<Long> choices = new ArrayList<>(List.of(0L, 1L, 7L, 30L));
        if (!choices.contains(now)) {
            choices.add(now);
        }
        ObjectProperty<Long> days = new SimpleObjectProperty<>(now);
        days.addListener(
                (property, before, chosen) ->
                        change(
                                line,
                                backup(
                                        there ->
                                                there.every(
                                                        chosen == 0
                                                                ? Optional.empty()
                                                                : Optional.of(
                                                                        Duration.ofDays(
                                                                                chosen))))));
        VBox group =
                new ChoiceGroup<>(
                                "round-days",
                                choices,
                                days,
                                chosen ->
                                        chosen == 0
                                                ? Words.text("backup.every.asked")
                                                : Words.text("backup.every", chosen))
                        .column();
        return new Node[] {
            Page.label(Words.text("popover.round.every"), Styles.CARD_TITLE),
            group,
            wrapped(Words.text("popover.round.every.note")),
            new HBox(
                    12,
                    now(
                            "round-run-whole",
                            Words.text("popover.round.run-whole"),
                            new RoundRunJob.Wish(true, false)),
                    now(
                            "round-run-digest",
                            Words.text("popover.round.run-digest"),
                            new RoundRunJob.Wish(false, true))),
            new HBox(
                    12,
                    done(),
                    Page.link("round-timer", Words.text("popover.round.timer"), () -> timer(line)))
        };
    }

    /** A run of another kind than usual; only where a usual one could be begun. */
    private Node now(String id, String words, RoundRunJob.Wish wish) {
        Optional<RunModel> run = model.backup().get().map(BackupModel::run);
        Button button =
                Page.link(
                        id,
                        words,
                        () -> {
                            layer.close();
                            run.ifPresent(ready -> ready.start(wish));
                        });
        button.setDisable(run.filter(RunModel::isReady).isEmpty());
        return button;
    }

    private void timer(RoundLine line) {
        layer.close();
        Node word = layer.getScene().lookup("#round-every");
        layer.show(
                word == null ? layer : word,
                new TimerForm(line.round(), dialogs, layer::close).content());
    }

    /** What goes in, by which rules. */
    Node[] roots(RoundLine line) {
        Round round = line.round();
        VBox list = new VBox(2);
        for (Path root : round.roots()) {
            Label name = Page.label(PathNames.known(root), Styles.MONO);
            name.setMaxWidth(WIDTH);
            HBox row = new HBox(10, name);
            if (round.roots().size() > 1) {
                row.getChildren()
                        .add(
                                Page.link(
                                        "round-root-remove",
                                        Words.text("popover.round.roots.remove"),
                                        () -> {
                                            layer.close();
                                            change(line, there -> without(there, root));
                                        }));
            }
            list.getChildren().add(row);
        }
        CheckBox junk = new CheckBox(Words.text("rules.junk"));
        junk.setId("round-junk");
        junk.setSelected(round.withoutJunk());
        junk.setOnAction(
                event ->
                        change(
                                line,
                                there -> there.leavingOut(there.patterns(), junk.isSelected())));
        Label note = wrapped(Words.text("popover.round.roots.note"));
        note.setId("round-patterns-note");
        Spoken.news(note);
        TakeField patterns =
                new TakeField(
                                "round-patterns",
                                PatternText.format(round.patterns()),
                                Page.button(
                                        "round-patterns-take",
                                        Words.text("popover.take"),
                                        () -> {}),
                                typed -> leaveOut(line, typed.strip(), note))
                        .called(Words.text("rules.patterns"))
                        .prompting(Words.text("rules.example"))
                        .columns(26);
        return new Node[] {
            Page.label(Words.text("popover.round.roots"), Styles.CARD_TITLE),
            list,
            new HBox(
                    8,
                    Page.button(
                            "round-root-add",
                            Words.text("contents.add-folder"),
                            () ->
                                    addRoots(
                                            line,
                                            dialogs.chooseFolder(folderTitle()).stream().toList())),
                    Page.button(
                            "round-file-add",
                            Words.text("contents.add-files"),
                            () ->
                                    addRoots(
                                            line,
                                            dialogs.chooseFiles(
                                                    Words.text("contents.add-files"))))),
            junk,
            Page.label(Words.text("rules.patterns")),
            patterns,
            note
        };
    }

    private void leaveOut(RoundLine line, String patterns, Label note) {
        try {
            line.round()
                    .leavingOut(PatternText.parse(patterns), false)
                    .rules(); // whether they can be understood
        } catch (PatternSyntaxException e) {
            note.setText(Words.text("rules.nonsense"));
            return;
        }
        change(line, there -> there.leavingOut(PatternText.parse(patterns), there.withoutJunk()));
        layer.close();
    }

    private static String folderTitle() {
        return Words.text("contents.add-folder");
    }

    private void addRoots(RoundLine line, List<Path> chosen) {
        if (!chosen.isEmpty()) {
            layer.close();
            change(line, there -> with(there, chosen));
        }
    }

    private static Round with(Round round, List<Path> more) {
        List<Path> roots = new ArrayList<>(round.roots());
        more.stream()
                .map(path -> path.toAbsolutePath().normalize())
                .filter(path -> !roots.contains(path))
                .forEach(roots::add);
        return round.of(roots);
    }

    private static Round without(Round round, Path root) {
        return round.of(round.roots().stream().filter(each -> !each.equals(root)).toList());
    }

    Node[] place(RoundLine line) {
        ObjectProperty<Path> folder = new SimpleObjectProperty<>(line.round().folder());
        folder.addListener((property, before, now) -> change(line, there -> there.to(now)));
        List<Node> nodes =
                new ArrayList<>(
                        List.of(
                                new FolderEditor(
                                                "round-place",
                                                Words.text("popover.round.place"),
                                                folder,
                                                dialogs,
                                                layer::close)
                                        .content()));
        line.state()
                .flatMap(RoundState::place)
                .ifPresent(
                        path ->
                                nodes.add(
                                        wrapped(
                                                Words.text(
                                                        "popover.round.place.now",
                                                        PathNames.known(path)))));
        nodes.add(wrapped(Words.text("popover.round.place.note")));
        if (line.state().filter(RoundState::besidesOriginals).isPresent()) {
            nodes.add(
                    wrapped(
                            Page.label(
                                    Words.text("popover.round.place.beside"), Styles.ATTENTION)));
        }
        return nodes.toArray(Node[]::new);
    }

    /** How many are kept, and which would go. */
    Node[] keep(RoundLine line) {
        Backup backup = line.round().backup().orElseThrow();
        Spinner<Integer> last = number("round-keep-last", backup.keep().last());
        Spinner<Integer> days = number("round-keep-days", backup.keep().days());
        Spinner<Integer> weeks = number("round-keep-weeks", backup.keep().weeks());
        Spinner<Integer> months = number("round-keep-months", backup.keep().months());
        GridPane grid = new GridPane();
        grid.setHgap(12);
        grid.setVgap(8);
        row(grid, 0, "popover.round.keep.last", last);
        row(grid, 1, "popover.round.keep.days", days);
        row(grid, 2, "popover.round.keep.weeks", weeks);
        row(grid, 3, "popover.round.keep.months", months);
        Label would = Page.label("", Styles.SECONDARY);
        would.setId("round-keep-would");
        Spoken.news(would);
        would.setMaxWidth(WIDTH);
        Runnable show =
                () ->
                        would.setText(
                                keep(last, days, weeks, months)
                                        .map(keep -> would(line, keep))
                                        .orElse(Words.text("popover.round.keep.nothing")));
        for (Spinner<Integer> each : List.of(last, days, weeks, months)) {
            each.valueProperty().addListener((property, before, now) -> show.run());
        }
        show.run();
        return new Node[] {
            Page.label(Words.text("popover.round.keep"), Styles.CARD_TITLE),
            grid,
            would,
            new HBox(
                    8,
                    Page.button(
                            "round-keep-take",
                            Words.text("popover.take"),
                            () -> take(line, keep(last, days, weeks, months))),
                    Page.button(
                            "round-prune",
                            Words.text("popover.round.keep.prune"),
                            () -> prune(keep(last, days, weeks, months))))
        };
    }

    private void prune(Optional<Keep> keep) {
        if (keep.isPresent()) {
            layer.close();
            model.backup().get().ifPresent(it -> it.back().prune(keep.get()));
        }
    }

    private void take(RoundLine line, Optional<Keep> keep) {
        if (keep.isPresent()) {
            change(line, backup(there -> there.keeping(keep.get())));
            layer.close();
        }
    }

    private static void row(GridPane grid, int row, String key, Spinner<Integer> number) {
        Label words = Page.label(Words.text(key));
        words.setLabelFor(number);
        grid.addRow(row, words, number);
    }

    private static Spinner<Integer> number(String id, int value) {
        Spinner<Integer> number = new Spinner<>(0, MOST_KEPT, value);
        number.setId(id);
        number.setEditable(true);
        number.setPrefWidth(90);
        number.getEditor()
                .textProperty()
                .addListener((property, before, now) -> take(number, now.strip()));
        return number;
    }

    /** While it is typed, so that nothing of it is lost by clicking at once. */
    private static void take(Spinner<Integer> number, String typed) {
        if (typed.matches("\\d{1,3}")) {
            number.getValueFactory().setValue(Integer.parseInt(typed));
        }
    }

    private static Optional<Keep> keep(
            Spinner<Integer> last,
            Spinner<Integer> days,
            Spinner<Integer> weeks,
            Spinner<Integer> months) {
        int sum = last.getValue() + days.getValue() + weeks.getValue() + months.getValue();
        return sum == 0
                ? Optional.empty()
                : Optional.of(
                        new Keep(
                                last.getValue(),
                                days.getValue(),
                                weeks.getValue(),
                                months.getValue()));
    }

    /** What the next run would remove by it. */
    private static String would(RoundLine line, Keep keep) {
        List<RoundState.Kept> kept = line.state().map(RoundState::generations).orElse(List.of());
        Map<Generation, Presence> known = new HashMap<>();
        List<Generation> all = new ArrayList<>();
        for (RoundState.Kept each : kept) {
            all.add(each.generation());
            known.put(each.generation(), each.isThere() ? Presence.EXISTS : Presence.ABSENT);
        }
        int gone = new Retention(keep, ZoneId.systemDefault()).removable(all, known::get).size();
        return Words.text("popover.round.keep.would", gone, all.size());
    }

    /** ZIP or a backup form, with what each of them keeps. */
    Node[] form(RoundLine line) {
        ObjectProperty<Form> form =
                new SimpleObjectProperty<>(line.round().backup().orElseThrow().form());
        form.addListener((property, before, now) -> change(line, backup(there -> there.in(now))));
        VBox choices =
                new ChoiceGroup<>(
                                "round-form",
                                List.of(Form.BACKUP, Form.ZIP, Form.BACKUP_FOR_OLDER_TOOLS),
                                form,
                                value -> Words.text("popover.round.form." + value))
                        .withNotes(value -> Words.text("popover.round.form.note." + value))
                        .column();
        return new Node[] {
            Page.label(Words.text("popover.round.form"), Styles.CARD_TITLE),
            choices,
            wrapped(Words.text("popover.round.form.whole")),
            done()
        };
    }

    /** Another name, or not wanted any more. */
    Node[] more(RoundLine line) {
        Label note = wrapped(Words.text("popover.round.forget.note"));
        note.setId("round-more-note");
        Spoken.news(note);
        TakeField name =
                new TakeField(
                                "round-new-name",
                                line.round().name(),
                                Page.button(
                                        "round-new-name-take",
                                        Words.text("popover.take"),
                                        () -> {}),
                                typed -> rename(line, typed.strip(), note))
                        .called(Words.text("popover.round.name"))
                        .columns(24);
        return new Node[] {
            Page.label(Words.text("popover.round.name"), Styles.CARD_TITLE),
            name,
            Page.button(
                    "round-forget", Words.text("popover.round.forget"), () -> forget(line, note)),
            note
        };
    }

    private void forget(RoundLine line, Label note) {
        if (model.backup().get().filter(BackupModel::isBusy).isPresent()) {
            note.setText(Words.text("popover.round.busy"));
            return;
        }
        if (model.backup().get().flatMap(it -> it.run().unknown().get()).isPresent()) {
            note.setText(Words.text("popover.round.unknown"));
            return;
        }
        layer.close();
        model.list().forget(line.round().name());
    }

    private void rename(RoundLine line, String name, Label note) {
        if (name.equals(line.round().name())) {
            layer.close();
        } else if (name.isEmpty()) {
            note.setText(Words.text("popover.round.nameless"));
        } else if (model.list().isTaken(name)) {
            note.setText(Words.text("popover.round.taken"));
        } else {
            layer.close();
            model.list().rename(line.round().name(), name);
        }
    }

    private Node done() {
        return Page.button("round-done", Words.text("popover.done"), layer::close);
    }

    private static Label wrapped(String words) {
        return wrapped(Page.label(words, Styles.SECONDARY));
    }

    private static Label wrapped(Label label) {
        label.setMaxWidth(WIDTH);
        return label;
    }
}
