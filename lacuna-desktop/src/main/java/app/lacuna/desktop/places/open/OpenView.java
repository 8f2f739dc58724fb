package app.lacuna.desktop.places.open;

import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.parts.changing.RelockPopover;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.CopiedText;
import app.lacuna.desktop.ui.EmptyZone;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.beans.binding.BooleanExpression;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Duration;

/** The Open place in its three states. */
public final class OpenView {
    private final OpenViewModel model;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;
    private final OpenBrief brief;
    private final Page page;
    private final CopiedText copied = new CopiedText();
    private final LockedView locked;
    private final UnlockedView unlocked;
    private final Node nothing;
    private final Label statusHeading = new Label();
    private final Label statusLine = new Label();
    private final StackPane footLeft = new StackPane();
    private final Button choose;
    private final Button another;
    private final Button unlock;
    private final Button lock;
    private final Button relock;
    private final Button extractAll;
    private final Button extractChosen;
    private final Button write;
    private Runnable focus = () -> {};

    public OpenView(
            OpenViewModel model,
            PopoverLayer layer,
            FileDialogs dialogs,
            Threads threads,
            Runnable closeWindow) {
        this.model = model;
        this.layer = layer;
        this.dialogs = dialogs;
        brief = new OpenBrief(model, layer, dialogs, this::relock);
        page = new Page(brief.line());
        locked = new LockedView(model);
        unlocked =
                new UnlockedView(model, layer, dialogs, copied, threads, this::saveAs, closeWindow);
        choose = Page.primary("choose", Words.text("open.choose"), this::choose);
        Page.withKey(choose, "open");
        nothing = nothing();
        another = Page.button("choose-another", Words.text("open.another"), this::choose);
        Page.withKey(another, "open");
        unlock = Page.primary("unlock", Words.text("open.unlock"), model::unlock);
        Page.withKey(unlock, "primary");
        lock = Page.button("lock", "", model::lock);
        relock = Page.button("relock", "", this::relock);
        extractAll = Page.button("extract-all", Words.text("open.all"), model::extractAll);
        extractChosen = Page.primary("extract-chosen", "", model::extractChosen);
        write = Page.primary("write-changes", "", model.writing()::write);
        Page.withKey(write, "primary");
        fillFoot();
        listen();
        show(model.state().get());
        startClock();
    }

    private void fillFoot() {
        VBox status = Page.status(statusHeading, statusLine);
        BooleanExpression busy = busy();
        status.visibleProperty().bind(busy.not());
        footLeft.getChildren()
                .setAll(
                        status,
                        new BusyLine(model.extract().action()),
                        new BusyLine(model.changes().writing()));
        footLeft.setMinWidth(0);
        HBox.setHgrow(footLeft, Priority.ALWAYS);
        unlock.disableProperty()
                .bind(
                        model.password()
                                .isEmpty()
                                .or(model.opening().running())
                                .or(model.variants().action().running()));
        for (Button button : List.of(lock, relock, extractAll, extractChosen, write)) {
            button.disableProperty().bind(busy);
        }
    }

    private BooleanExpression busy() {
        return BooleanExpression.booleanExpression(model.extract().action().running())
                .or(model.changes().writing().running());
    }

    private void listen() {
        model.state().addListener((property, before, now) -> show(now));
        model.inside().chosen().changes().addListener((property, before, now) -> showButtons());
        model.changes().count().addListener((property, before, now) -> showButtons());
        model.check().state().addListener((property, before, now) -> checked(now));
        model.outside().changed().addListener((property, before, now) -> unlocked.refresh());
    }

    private void checked(CheckState now) {
        showCheck();
        if (now.ended().isPresent()) {
            unlocked.refresh();
        }
    }

    /** Time passes for the lock, and copies in other programs are looked after. */
    private void startClock() {
        Timeline clock = new Timeline(new KeyFrame(Duration.seconds(1), event -> model.tick()));
        clock.setCycleCount(Animation.INDEFINITE);
        clock.play();
    }

    public Page page() {
        return page;
    }

    public void focusFirst() {
        focus.run();
    }

    /** The dark button, whichever it is at the moment. */
    public void primary() {
        for (Button button : List.of(write, extractChosen, unlock)) {
            if (button.getScene() != null && button.isVisible() && !button.isDisabled()) {
                button.fire();
                return;
            }
        }
    }

    public void find() {
        if (model.state().get() == OpenState.UNLOCKED) {
            unlocked.find();
        }
    }

    public void choose() {
        dialogs.chooseFile(Words.text("open.choose")).ifPresent(model::open);
    }

    private void dropped(List<Path> files) {
        if (!files.isEmpty()) {
            model.open(files.get(0));
        }
    }

    private Node nothing() {
        EmptyZone zone = new EmptyZone(Words.text("open.empty"), this::dropped, choose);
        zone.with(new RecentList(model.recent(), model::open));
        VBox.setVgrow(zone, Priority.ALWAYS);
        return new VBox(
                12,
                new MessageStrip(model.failure()),
                new OfferStrip(model, "salvage-nothing"),
                zone);
    }

    private void show(OpenState state) {
        layer.close();
        brief.write();
        switch (state) {
            case NOTHING -> showNothing();
            case LOCKED -> showLocked();
            case UNLOCKED -> showUnlocked();
        }
        Platform.runLater(focus);
    }

    private void forgetInside() {
        copied.takeOffClipboard();
        unlocked.forget();
    }

    private void showNothing() {
        forgetInside();
        page.setWork(nothing);
        status("", "");
        page.setFoot(footLeft);
        focus = choose::requestFocus;
    }

    private void showLocked() {
        forgetInside();
        locked.show(model.listing());
        page.setWork(locked.node());
        status(Words.text("open.locked"), Words.text("open.locked.line"));
        page.setFoot(footLeft, another, unlock);
        focus = locked::focus;
    }

    private void showUnlocked() {
        unlocked.show();
        page.setWork(unlocked.node());
        showCheck();
        boolean needsPassword = model.listing().needsPassword();
        lock.setText(Words.text(needsPassword ? "open.lock" : "open.close"));
        Page.withKey(lock, "lock");
        relock.setText(Words.text(needsPassword ? "relock.change" : "relock.add"));
        showButtons();
        focus = unlocked::focus;
    }

    private void showButtons() {
        if (model.state().get() != OpenState.UNLOCKED) {
            return;
        }
        int chosen = model.inside().chosen().count();
        int edits = model.changes().count().get();
        extractChosen.setText(Words.text("open.extract", chosen));
        extractChosen.getStyleClass().remove("primary");
        if (edits == 0) {
            extractChosen.getStyleClass().add("primary");
        }
        write.setText(Words.text("pending.write", edits));
        List<Node> buttons = new ArrayList<>(List.of(lock));
        if (!model.isSalvaged()) {
            buttons.add(relock);
        }
        buttons.add(extractAll);
        if (chosen > 0) {
            buttons.add(extractChosen);
        }
        if (edits > 0) {
            buttons.add(write);
        }
        page.setFoot(footLeft, buttons.toArray(Node[]::new));
    }

    /** What is known about damage and tampering, in the foot. */
    private void showCheck() {
        if (model.state().get() != OpenState.UNLOCKED) {
            return;
        }
        CheckState now = model.check().state().get();
        String key = "open.check." + now.kind();
        boolean encrypted = model.listing().weakestProtection().canHideNames();
        status(
                Words.text(
                        !encrypted && now.kind() == CheckState.Kind.WHOLE ? key + ".open" : key,
                        now.percent(),
                        now.damaged(),
                        now.entries()),
                Words.text(key + ".line", now.ended().map(Dates::timeOfDay).orElse("")));
    }

    private void status(String heading, String line) {
        statusHeading.setText(heading);
        statusLine.setText(line);
    }

    private void relock() {
        model.relock().begin(model.listing());
        RelockPopover popover =
                new RelockPopover(
                        model.relock(),
                        () -> model.writing().relock(model.listing().archive()),
                        () -> newName(model.writing()::relock));
        layer.show(relock, popover.content(layer::close));
    }

    private void saveAs() {
        newName(model.writing()::writeTo);
    }

    private void newName(Consumer<Path> then) {
        String name = model.listing().archive().getFileName().toString();
        dialogs.chooseTarget(Words.text("pending.save-as"), name).ifPresent(then);
    }
}
