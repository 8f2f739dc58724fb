package app.lacuna.desktop.places.pack;

import app.lacuna.common.Progress;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.InvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;

/**
 * All packing jobs under the foot, as soon as there is more than one: a click shows one of them.
 */
final class JobsStrip extends FlowPane {
    private final List<PackSession> sessions;
    private final Consumer<PackSession> choose;
    private Optional<PackSession> current = Optional.empty();

    JobsStrip(List<PackSession> sessions, Consumer<PackSession> choose) {
        super(18, 4);
        this.sessions = sessions;
        this.choose = choose;
        setId("jobs");
        getStyleClass().add("jobs");
        setAlignment(Pos.CENTER_LEFT);
    }

    /** Writes anew whenever something of this session changes. */
    void watch(PackSession session) {
        InvalidationListener changed = property -> write();
        PackViewModel model = session.model();
        model.name().addListener(changed);
        model.packing().action().running().addListener(changed);
        model.packing().action().progress().addListener(changed);
        model.packing().action().inLine().addListener(changed);
        model.packing().result().addListener(changed);
        model.packing().failure().addListener(changed);
    }

    void show(PackSession now) {
        current = Optional.of(now);
        write();
    }

    private void write() {
        boolean several = sessions.size() > 1;
        setVisible(several);
        setManaged(several);
        getChildren().clear();
        if (!several) {
            return;
        }
        Label title = new Label(Words.text("jobs.title"));
        title.getStyleClass().add(Styles.SECONDARY);
        getChildren().add(title);
        for (PackSession session : sessions) {
            Button job =
                    Page.link(
                            "job-" + sessions.indexOf(session),
                            Words.text(
                                    "jobs.one",
                                    session.model().name().get(),
                                    state(session.model())),
                            () -> choose.accept(session));
            if (current.filter(now -> now == session).isPresent()) {
                job.getStyleClass().add("current-job");
            }
            getChildren().add(job);
        }
    }

    private static String state(PackViewModel model) {
        if (model.packing().action().inLine().get()) {
            return Words.text("jobs.waiting");
        }
        if (model.packing().action().running().get()) {
            Optional<Progress> progress = model.packing().action().progress().get();
            return progress.map(
                            now ->
                                    Words.text(
                                            "jobs." + now.stage(),
                                            Math.round(100 * Math.max(0, now.fraction()))))
                    .orElse(Words.text("jobs.begin"));
        }
        if (model.packing().result().get().isPresent()) {
            return Words.text("jobs.packed");
        }
        return Words.text(
                model.packing().failure().get().isPresent() ? "jobs.failed" : "jobs.setting-up");
    }
}
