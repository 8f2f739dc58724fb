package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.KeptPasswordSteps;
import app.lacuna.desktop.parts.password.KeySlipModel;
import app.lacuna.desktop.parts.password.PasswordCard;
import app.lacuna.desktop.parts.password.SecretField;
import app.lacuna.desktop.parts.taking.ConflictPanel;
import app.lacuna.desktop.parts.taking.ExtractReportStrip;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.ui.Notices;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.RoundState;
import java.nio.file.Path;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The right side of the page: the generations of one backup, and what is in the picked one. */
final class BackupView extends VBox {
    private final BackupModel model;
    private final RoundsPageModel page;
    private final Services services;
    private final VBox ofMoment = new VBox();
    private final VBox kept = new VBox(8);
    private final VBox body = new VBox();
    private final Label title = Page.label("", Styles.CARD_TITLE);
    private final GenerationBars bars;
    private final SecretField password;
    private final PasswordCard fresh;
    private final Button unlock;
    private final Button check;
    private final Button undoing;
    private final HBox head;
    private final Node locked;
    private Optional<MomentSheet> moment = Optional.empty();

    BackupView(BackupModel model, RoundsPageModel page, Services services) {
        super(12);
        this.model = model;
        this.page = page;
        this.services = services;
        bars = new GenerationBars(model, page);
        password =
                new SecretField(
                        "round-password",
                        Words.text("backup.password"),
                        model.typed(),
                        model.showing());
        password.onEnter(model::unlock);
        unlock = Page.primary("round-unlock", Words.text("backup.unlock"), model::unlock);
        locked = lockedBox();
        check = Page.link("round-check", Words.text("backup.check"), this::check);
        undoing = Page.link("round-undo", Words.text("backup.undo.last"), this::undo);
        fresh =
                new PasswordCard(
                        model.run().fresh(),
                        model.line().map(line -> line.round().backup().orElseThrow().guessCost()),
                        Optional.empty(),
                        services.popovers(),
                        services.dialogs(),
                        services.clipboard());
        fresh.getStyleClass().removeAll(Styles.SHEET, Styles.CARD);
        kept.setId("round-kept");
        kept.managedProperty().bind(kept.visibleProperty());
        VBox.setVgrow(body, Priority.ALWAYS);
        title.setMaxWidth(Double.MAX_VALUE);
        title.setMinWidth(0);
        HBox.setHgrow(title, Priority.ALWAYS);
        head = new HBox(14, title, undoing, check);
        head.setAlignment(Pos.CENTER_LEFT);
        VBox sheet = new VBox(10, head, bars, kept, body);
        sheet.getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        VBox.setVgrow(sheet, Priority.ALWAYS);
        getChildren().setAll(ownNotices(), ofMoment, sheet);
        InvalidationListener changed = property -> write();
        model.line().addListener(changed);
        model.moment().addListener(changed);
        model.isUnlocked().addListener(changed);
        model.isUnlocked().addListener((property, before, now) -> Spoken.forget());
        model.back().found().addListener(changed);
        model.picked().addListener(changed);
        model.moment().addListener((property, before, now) -> writeNotices());
        model.run().unknown().addListener((property, before, now) -> writeKept());
        writeNotices();
        writeKept();
        write();
    }

    private Node lockedBox() {
        Button show =
                Page.link(
                        "round-password-show",
                        "",
                        () -> model.showing().set(!model.showing().get()));
        show.textProperty()
                .bind(
                        model.showing()
                                .map(on -> Words.text(on ? "password.hide" : "password.show")));
        HBox row = new HBox(10, password, unlock, show);
        row.setAlignment(Pos.CENTER_LEFT);
        password.setMaxWidth(340);
        HBox.setHgrow(password, Priority.ALWAYS);
        unlock.disableProperty().bind(model.typed().text().isEmpty().or(model.opening().running()));
        VBox box =
                new VBox(
                        10,
                        pickedTitle(),
                        Page.label(Words.text("backup.locked"), Styles.SECONDARY),
                        row);
        box.setId("round-locked");
        return box;
    }

    private Label pickedTitle() {
        Label words = Page.label("", Styles.CARD_TITLE);
        words.textProperty()
                .bind(
                        model.picked()
                                .map(
                                        generation ->
                                                generation
                                                        .map(
                                                                known ->
                                                                        Words.text(
                                                                                "backup.moment.title",
                                                                                RoundList.roots(
                                                                                        model
                                                                                                .round()),
                                                                                Dates.minute(
                                                                                        known
                                                                                                .time())))
                                                        .orElse("")));
        return words;
    }

    /** Strips that live as long as the page; those of a moment go with it. */
    private Notices ownNotices() {
        return new Notices(
                new MessageStrip(page.list().failure()),
                new MessageStrip(model.failure()),
                new MessageStrip(model.run().failure()),
                new MessageStrip(model.back().failure()),
                RoundReports.ofLocked(model),
                RoundReports.ofRun(model.run()),
                RoundReports.ofCheck(model.back()),
                RoundReports.ofUndo(model.back()));
    }

    private void writeNotices() {
        ofMoment.getChildren().clear();
        ofMoment.managedProperty().unbind();
        ofMoment.setManaged(false);
        model.moment()
                .get()
                .ifPresent(
                        open -> {
                            Notices strips =
                                    new Notices(
                                            new MessageStrip(open.failure()),
                                            new MessageStrip(open.extract().failure()),
                                            RoundReports.ofPutBack(open, this::undo),
                                            new ConflictPanel(open.extract()),
                                            new ExtractReportStrip(open.extract()));
                            ofMoment.getChildren().setAll(strips);
                            ofMoment.managedProperty().bind(strips.managedProperty());
                        });
    }

    private void check() {
        if (!model.isBusy()) {
            model.back().check();
        }
    }

    /** The last one that can be. */
    void undo() {
        if (!model.isBusy()) {
            model.state().flatMap(RoundState::undo).ifPresent(model.back()::undo);
        }
    }

    /** What was made here is nowhere else. */
    private void writeKept() {
        kept.getChildren().clear();
        Optional<KeptPassword> unknown = model.run().unknown().get();
        kept.setVisible(unknown.isPresent());
        unknown.ifPresent(
                password -> {
                    password.known()
                            .addListener(
                                    (property, before, now) -> {
                                        if (now) {
                                            model.run().isKnownNow();
                                        }
                                    });
                    kept.getChildren()
                            .setAll(
                                    Page.label(Words.text("backup.kept"), Styles.CARD_TITLE),
                                    new KeptPasswordSteps(
                                            password,
                                            new KeySlipModel(
                                                    services.life(), password::copy, this::slipFor),
                                            services.clipboard(),
                                            services.popovers(),
                                            services.dialogs()));
                });
    }

    private Path slipFor() {
        return model.round().generations();
    }

    private void write() {
        title.setText(Words.text("backup.title", model.round().name()));
        boolean any = model.state().filter(state -> !state.generations().isEmpty()).isPresent();
        head.setVisible(any);
        head.setManaged(any);
        boolean canUndo = model.state().flatMap(RoundState::undo).isPresent();
        show(check, model.isUnlocked().get());
        show(undoing, model.isUnlocked().get() && canUndo);
        bars.setVisible(any);
        bars.setManaged(any);
        Node now = content(any);
        if (body.getChildren().isEmpty() || body.getChildren().get(0) != now) {
            VBox.setVgrow(now, Priority.ALWAYS);
            body.getChildren().setAll(now);
            if (now == locked && body.getScene() != null && !services.popovers().isOpen()) {
                password.focusAndSelect(); // what had the focus is gone
            }
        }
    }

    private static void show(Button button, boolean now) {
        button.setVisible(now);
        button.setManaged(now);
    }

    private Node content(boolean any) {
        Optional<LookingBackModel.Found> found = model.back().found().get();
        Optional<MomentModel> open = model.moment().get();
        if (open.isEmpty()) {
            moment = Optional.empty();
        } else if (moment.filter(sheet -> sheet.getUserData() == open.get()).isEmpty()) {
            MomentSheet made = new MomentSheet(model, open.get());
            made.setUserData(open.get());
            moment = Optional.of(made);
        }
        if (found.isPresent()) {
            if (body.getChildren().stream().anyMatch(node -> node.getUserData() == found.get())) {
                return body.getChildren().get(0);
            }
            FoundSheet made = new FoundSheet(model, found.get());
            made.setUserData(found.get());
            return made;
        }
        if (moment.isPresent()) {
            return moment.get();
        }
        if (model.isNew()) {
            return model.isUnlocked().get() ? plain(Words.text("backup.same-password")) : fresh;
        }
        if (model.state().isEmpty()) {
            return plain(Words.text("backup.status.looking"));
        }
        if (!any) {
            return plain(Words.text("backup.away", PathNames.known(model.round().folder())));
        }
        return model.isUnlocked().get() ? plain(Words.text("backup.opening")) : locked;
    }

    private static Node plain(String words) {
        return Page.label(words, Styles.SECONDARY);
    }

    void focusFirst() {
        if (model.moment().get().isPresent()) {
            return; // what was looked at stays where it is
        }
        if (model.isNew()) {
            fresh.focusFirst();
        } else if (!model.isUnlocked().get()) {
            password.focusAndSelect();
        }
    }

    void find() {
        moment.ifPresent(MomentSheet::find);
    }

    void make() {
        if (model.isNew()) {
            fresh.make();
        }
    }
}
