package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.RoundCheckJob;
import app.lacuna.job.RoundRunJob;
import app.lacuna.job.RoundState;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanExpression;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** How the generations stand, and what can be done: at most one button is the dark one. */
final class BackupFoot {
    /** From here on a figure tells nothing. */
    private static final int MANY = 1000;

    /** Room for the words; the buttons wrap before they take it. */
    private static final double WORDS = 240;

    private final BackupModel model;
    private final RoundsPageModel page;
    private final Services services;
    private final Label heading = new Label();
    private final Label status = new Label();
    private final StackPane left = new StackPane();
    private final Button run;
    private final Button takeOut;
    private final Button putBack;

    BackupFoot(BackupModel model, RoundsPageModel page, Services services) {
        this.model = model;
        this.page = page;
        this.services = services;
        run =
                Page.button(
                        "round-run",
                        Words.text("backup.run"),
                        () -> model.run().start(RoundRunJob.Wish.USUAL));
        takeOut = Page.button("round-take-out", Words.text("backup.take-out"), this::takeOut);
        putBack = Page.primary("round-put-back", "", this::putBack);
        status.setWrapText(true);
        left.setAlignment(Pos.CENTER_LEFT);
        left.minWidthProperty().bind(TextSize.of(WORDS));
        left.setPrefWidth(0); // it gets what the buttons leave
        HBox.setHgrow(left, Priority.ALWAYS);
        InvalidationListener changed = property -> write();
        model.line().addListener(changed);
        model.isUnlocked().addListener(changed);
        model.back().checked().addListener(changed);
        model.run().fresh().typed().agreement().addListener(changed);
        for (Job job : jobs()) {
            job.running().addListener(changed);
        }
        model.moment().addListener((property, before, now) -> watch());
        model.finishing().addListener((property, before, now) -> watch());
        watch();
    }

    private List<Job> jobs() {
        return List.of(
                model.opening(),
                model.run().running(),
                model.back().checking(),
                model.back().searching(),
                model.back().undoing(),
                model.back().pruning());
    }

    private void watch() {
        List<Job> all = new ArrayList<>(jobs());
        InvalidationListener changed = property -> write();
        model.finishing().get().ifPresent(open -> all.addAll(workOf(open)));
        model.moment()
                .get()
                .ifPresent(
                        open -> {
                            all.add(open.comparing());
                            all.addAll(workOf(open));
                            all.add(open.extract().clearing());
                            open.all().addListener(changed);
                            open.ticks().addListener(changed);
                            open.removingNew().addListener(changed);
                            open.putting().running().addListener(changed);
                            open.extract().action().running().addListener(changed);
                        });
        BooleanExpression any = Bindings.createBooleanBinding(() -> false);
        for (Job job : all) {
            any = any.or(job.running());
        }
        VBox words = Page.status(heading, status);
        words.visibleProperty().bind(any.not());
        left.getChildren().setAll(words);
        all.forEach(job -> left.getChildren().add(new BusyLine(job)));
        write();
    }

    private static List<Job> workOf(MomentModel open) {
        return List.of(open.putting(), open.extract().action());
    }

    private void takeOut() {
        services.dialogs()
                .chooseFolder(Words.text("backup.take-out.folder"))
                .ifPresent(folder -> model.moment().get().ifPresent(open -> open.takeOut(folder)));
    }

    private void putBack() {
        model.moment().get().ifPresent(MomentModel::putBack);
    }

    Node status() {
        return left;
    }

    Node[] buttons() {
        return new Node[] {takeOut, run, putBack};
    }

    private void write() {
        Optional<MomentModel> open = model.moment().get().filter(it -> it.rows().isPresent());
        int back = open.map(it -> it.toPutBack().size()).orElse(0);
        int gone = open.map(it -> it.toRemove().size()).orElse(0);
        boolean busy = model.isBusy() || model.opening().running().get();
        boolean away = model.state().map(RoundState::isAway).orElse(true);
        boolean unlocked = model.isUnlocked().get();
        putBack.setText(Words.text("backup.put-back", back, gone));
        show(putBack, back + gone > 0);
        putBack.setDisable(busy);
        show(takeOut, model.moment().get().isPresent());
        takeOut.setDisable(busy);
        show(run, true);
        run.setDisable(busy || !model.run().isReady());
        boolean dark = !putBack.isVisible() && !away && (unlocked || model.isNew());
        run.getStyleClass().remove(Styles.PRIMARY);
        if (dark) {
            run.getStyleClass().add(Styles.PRIMARY);
        }
        writeWords(away);
    }

    private void writeWords(boolean away) {
        Optional<RoundState> state = model.state();
        if (model.state().isEmpty()) {
            heading.setText(Words.text("backup.status.looking"));
            status.setText("");
            return;
        }
        if (away) {
            heading.setText(Words.text("backup.status.away"));
            status.setText(
                    Words.text("backup.status.away.line", PathNames.last(model.round().folder())));
            return;
        }
        int count = state.get().generations().size();
        if (count == 0) {
            heading.setText(
                    Words.text(
                            model.run().isReady() ? "backup.status.ready" : "backup.status.new"));
            status.setText(beside(state.get(), Words.text("backup.status.new.line")));
            return;
        }
        long missing = state.get().generations().stream().filter(kept -> !kept.isThere()).count();
        Optional<List<RoundCheckJob.Checked>> checked = model.back().checked().get();
        long bad = checked.map(all -> all.stream().filter(RoundReports::isBad).count()).orElse(0L);
        long wrong = Math.max(missing, bad);
        heading.setText(
                wrong > 0
                        ? Words.text("backup.status.some", count - wrong, count)
                        : Words.text(
                                "backup.status.all", count, checked.isPresent() ? "yes" : "no"));
        String proved =
                Words.text(
                        wrong > 0 ? "backup.status.line.some" : "backup.status.line",
                        state.get()
                                .latest()
                                .map(it -> Dates.near(it.time(), page.now()))
                                .orElse(""),
                        room(state.get()),
                        state.get().roomForMore().orElse(0));
        status.setText(beside(state.get(), proved));
    }

    private static String room(RoundState state) {
        if (state.roomForMore().isEmpty()) {
            return "unknown";
        }
        return state.roomForMore().getAsLong() >= MANY ? "many" : "some";
    }

    private static String beside(RoundState state, String words) {
        return state.besidesOriginals() ? words + " " + Words.text("backup.status.beside") : words;
    }

    private static void show(Button button, boolean now) {
        button.setVisible(now);
        button.setManaged(now);
    }

    /** The dark button, or the one that would be. */
    void primary() {
        Button dark = putBack.isVisible() ? putBack : run;
        if (!dark.isDisabled()) {
            dark.fire();
        }
    }

    void run() {
        if (!run.isDisabled()) {
            run.fire();
        }
    }

    /** What is under way is cancelled. */
    boolean cancel() {
        List<Job> all = new ArrayList<>(jobs());
        model.moment().get().ifPresent(open -> all.addAll(workOf(open)));
        model.finishing().get().ifPresent(open -> all.addAll(workOf(open)));
        Optional<Job> working = all.stream().filter(job -> job.running().get()).findFirst();
        working.ifPresent(Job::cancel);
        return working.isPresent();
    }
}
