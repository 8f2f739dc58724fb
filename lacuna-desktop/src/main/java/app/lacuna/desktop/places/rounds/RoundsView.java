package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.parts.password.PasswordQuestion;
import app.lacuna.desktop.shell.Navigator;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.ui.Columns;
import app.lacuna.desktop.ui.EmptyZone;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.ui.Notices;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import app.lacuna.rounds.Round;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Duration;

/** The page of the Rounds place. */
final class RoundsView {
    private static final double LIST_WIDTH = 300;

    private final RoundsPageModel model;
    private final Services services;
    private final Navigator navigator;
    private final RoundsPopovers popovers;
    private final Page page;
    private final StackPane right = new StackPane();
    private final Node filled;
    private final Node empty;
    private final PasswordQuestion question;
    private final Timeline ticks;
    private final Map<BackupModel, Shown> made = new HashMap<>();
    private Optional<Shown> shown = Optional.empty();
    private Optional<Round> job = Optional.empty();

    /** What belongs to one backup. */
    private record Shown(BackupView view, BackupFoot foot) {}

    RoundsView(RoundsPageModel model, Services services, Navigator navigator) {
        this.model = model;
        this.services = services;
        this.navigator = navigator;
        popovers = new RoundsPopovers(model, services.popovers(), services.dialogs());
        page = new Page(new RoundsBrief(model, services.popovers(), popovers).line());
        question =
                new PasswordQuestion(
                        () ->
                                model.withUnknownPassword()
                                        .ifPresent(backup -> backup.run().isKnownNow()),
                        () ->
                                model.withUnknownPassword()
                                        .ifPresent(backup -> backup.run().giveUnknownUp()));
        right.setMinWidth(0);
        Columns columns =
                Columns.withList(
                        new RoundList(model, this::addFolder, this::more), right, LIST_WIDTH);
        VBox.setVgrow(columns, Priority.ALWAYS);
        filled = new VBox(12, new Notices(question), columns);
        empty = emptyZone();
        model.list().lines().addListener((property, before, now) -> write());
        model.list().chosen().addListener((property, before, now) -> write());
        model.backup().addListener((property, before, now) -> write());
        ticks = new Timeline(new KeyFrame(Duration.seconds(1), event -> model.tick()));
        ticks.setCycleCount(Animation.INDEFINITE);
        ticks.play();
        write();
    }

    Page page() {
        return page;
    }

    private Node emptyZone() {
        Button folder =
                Page.primary(
                        "rounds-add-folder", Words.text("contents.add-folder"), this::addFolder);
        Button files =
                Page.button("rounds-add-files", Words.text("contents.add-files"), this::addFiles);
        EmptyZone zone =
                new EmptyZone(Words.text("backup.empty"), model.list()::make, folder, files);
        VBox.setVgrow(zone, Priority.ALWAYS);
        return new VBox(12, new Notices(new MessageStrip(model.list().failure())), zone);
    }

    private void addFolder() {
        services.dialogs()
                .chooseFolder(Words.text("backup.add.folder"))
                .ifPresent(folder -> model.list().make(List.of(folder)));
    }

    private void addFiles() {
        List<Path> chosen = services.dialogs().chooseFiles(Words.text("contents.add-files"));
        if (!chosen.isEmpty()) {
            model.list().make(chosen);
        }
    }

    private void more(Button under) {
        model.list()
                .chosenLine()
                .ifPresent(line -> services.popovers().show(under, popovers.more(line)));
    }

    private void write() {
        Optional<RoundLine> line = model.list().chosenLine();
        page.setWork(line.isPresent() ? filled : empty);
        Optional<BackupModel> backup = model.backup().get();
        made.keySet().removeIf(known -> !model.isKnown(known));
        if (line.isEmpty()) {
            shown = Optional.empty();
            job = Optional.empty();
            page.setFoot(Page.status(new Label(), new Label()));
        } else if (backup.isPresent() && line.get().isBackup()) {
            Shown now = made.computeIfAbsent(backup.get(), this::view);
            job = Optional.empty();
            if (shown.filter(before -> before == now).isEmpty()) {
                shown = Optional.of(now);
                right.getChildren().setAll(now.view());
                page.setFoot(now.foot().status(), now.foot().buttons());
            }
        } else if (!line.get().isBackup()) {
            showJob(line.get().round());
        }
    }

    private Shown view(BackupModel backup) {
        BackupView view = new BackupView(backup, model, services);
        return new Shown(view, new BackupFoot(backup, model, services));
    }

    private void showJob(Round round) {
        shown = Optional.empty();
        job = Optional.of(round);
        right.getChildren().setAll(new JobCard(round));
        Label heading = new Label(Words.text("backup.job.status"));
        Button prepare =
                Page.primary(
                        "round-prepare",
                        Words.text("backup.job.prepare"),
                        () -> navigator.prepare(round));
        page.setFoot(Page.status(heading, new Label()), prepare);
    }

    /** Before the window closes while nobody has the password. */
    void askAboutPassword(Runnable then) {
        question.ask(then);
    }

    /** The page is not left any more. */
    boolean stopAsking() {
        return question.withdraw();
    }

    void focusFirst() {
        shown.ifPresent(now -> now.view().focusFirst());
    }

    void find() {
        shown.ifPresent(now -> now.view().find());
    }

    void primary() {
        shown.ifPresent(now -> now.foot().primary());
        job.ifPresent(navigator::prepare);
    }

    void run() {
        shown.ifPresent(now -> now.foot().run());
    }

    void make() {
        shown.ifPresent(now -> now.view().make());
    }

    /** At what is there on disk, and at the destinations. */
    void lookAgain() {
        model.backup().get().ifPresent(BackupModel::tryAgain);
        model.look();
    }

    boolean cancel() {
        Optional<BackupModel> backup = model.backup().get();
        if (backup.flatMap(it -> it.back().found().get()).isPresent()) {
            backup.get().back().forgetFound();
            return true;
        }
        return shown.filter(now -> now.foot().cancel()).isPresent();
    }

    void end() {
        ticks.stop();
    }
}
