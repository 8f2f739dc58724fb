package app.lacuna.desktop.places.open;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.parts.changing.RelockPopover;
import app.lacuna.desktop.parts.proving.ProvingPopover;
import app.lacuna.desktop.session.ArchiveSession;
import app.lacuna.desktop.session.CheckState;
import app.lacuna.desktop.session.LockedArchive;
import app.lacuna.desktop.session.Offer;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.CopiedText;
import app.lacuna.desktop.ui.DropTarget;
import app.lacuna.desktop.ui.EmptyZone;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Focus;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.ui.Notices;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.beans.InvalidationListener;
import javafx.beans.Observable;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanExpression;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.Clipboard;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Duration;

/** The Open place in its three states. */
final class OpenView {
    private final OpenViewModel model;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;
    private final ShortClipboard clipboard;
    private Optional<Timeline> clock = Optional.empty();
    private final OpenBrief brief;
    private final Page page;
    private final CopiedText copied = new CopiedText();
    private final Button choose;
    private final Button another;
    private final Button unlock;
    private final Button lock;
    private final Button relock;
    private final Button prove;
    private final Button extractAll;
    private final Button extractChosen;
    private final Button write;
    private final Label statusHeading = new Label();
    private final Label statusLine = new Label();
    private final StackPane footLeft = new StackPane();
    private final Node nothing;
    private final BusyLine opening;
    private final BusyLine receiving;
    private Optional<LockedView> locked = Optional.empty();
    private Optional<UnlockedView> unlocked = Optional.empty();
    private Runnable focus = () -> {};

    OpenView(
            OpenViewModel model,
            PopoverLayer layer,
            FileDialogs dialogs,
            ShortClipboard clipboard) {
        this.clipboard = clipboard;
        this.model = model;
        this.layer = layer;
        this.dialogs = dialogs;
        brief = new OpenBrief(model, layer, dialogs, this::relock);
        page = new Page(brief.line());
        choose = Page.primary("choose", Words.text("open.choose"), this::choose);
        Page.withKey(choose, "open");
        nothing = nothing();
        opening = new BusyLine(model.opening());
        receiving = new BusyLine(model.receiving());
        another = Page.button("choose-another", Words.text("open.another"), this::choose);
        Page.withKey(another, "open");
        unlock = Page.primary("unlock", Words.text("open.unlock"), () -> model.locked().unlock());
        Page.withKey(unlock, "primary");
        lock = Page.button("lock", "", model::lock);
        relock = Page.button("relock", "", this::relock);
        prove = Page.link("prove-again", Words.text("proving.title"), this::prove);
        extractAll =
                Page.button(
                        "extract-all", Words.text("open.all"), () -> model.session().extractAll());
        extractChosen = Page.primary("extract-chosen", "", () -> model.session().extractChosen());
        write = Page.primary("write-changes", "", () -> model.session().writing().write());
        Page.withKey(write, "primary");
        footLeft.setMinWidth(0);
        HBox.setHgrow(footLeft, Priority.ALWAYS);
        model.state().addListener((property, before, now) -> show(now));
        DropTarget.on(page, this::dropped);
        show(model.state().get());
        startClock();
    }

    /** What runs is at the left of the foot, in the place of the words. */
    private void fillFoot(Job... jobs) {
        VBox status = Page.status(statusHeading, statusLine);
        List<Job> all = new ArrayList<>(List.of(jobs));
        all.add(model.opening());
        all.add(model.receiving());
        status.visibleProperty().bind(running(all).not());
        footLeft.getChildren().setAll(status);
        List.of(jobs).forEach(job -> footLeft.getChildren().add(new BusyLine(job)));
        footLeft.getChildren().addAll(opening, receiving);
    }

    private static BooleanExpression running(List<Job> jobs) {
        return BooleanExpression.booleanExpression(
                Bindings.createBooleanBinding(
                        () -> jobs.stream().anyMatch(job -> job.running().get()),
                        jobs.stream().map(Job::running).toArray(Observable[]::new)));
    }

    /** Time passes for the lock, and copies in other programs are looked after. */
    private void startClock() {
        Timeline ticks = new Timeline(new KeyFrame(Duration.seconds(1), event -> model.tick()));
        ticks.setCycleCount(Animation.INDEFINITE);
        ticks.play();
        clock = Optional.of(ticks);
    }

    void end() {
        clock.ifPresent(Timeline::stop);
        forget();
    }

    /**
     * Takes back a question, or cancels what is under way and soon done again; what writes files
     * has a button for that. Whether there was anything.
     */
    boolean cancel() {
        if (model.leaving().asked().get() != Leaving.NOT) {
            model.leaving().stay();
            return true;
        }
        List<Job> running = new ArrayList<>();
        running.add(model.opening());
        running.add(model.receiving());
        if (model.state().get() == OpenState.LOCKED) {
            running.add(model.locked().variants().action());
            running.add(model.locked().unlocking());
        }
        List<Job> cancelled = running.stream().filter(job -> job.running().get()).toList();
        cancelled.forEach(Job::cancel);
        return !cancelled.isEmpty();
    }

    /** Files that were copied in a file manager go into the open archive, or are opened. */
    boolean paste() {
        Clipboard board = Clipboard.getSystemClipboard();
        List<Path> files =
                board.hasFiles() ? board.getFiles().stream().map(File::toPath).toList() : List.of();
        if (files.isEmpty()) {
            return false;
        }
        if (unlocked.isPresent()) {
            unlocked.get().add(files);
        } else {
            dropped(files);
        }
        return true;
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
        unlocked.ifPresent(UnlockedView::find);
    }

    /** Another disc has to be shown; everything else needs no more than that it is wanted. */
    private void takeOffer() {
        if (model.offer().get() == Offer.OTHER_DISC) {
            List<Path> discs = dialogs.chooseFiles(Words.text("offer.OTHER_DISC"));
            if (!discs.isEmpty()) {
                model.openWith(discs);
            }
        } else {
            model.takeOffer();
        }
    }

    public void choose() {
        dialogs.chooseFile(Words.text("open.choose")).ifPresent(file -> model.open(List.of(file)));
    }

    private void dropped(List<Path> files) {
        if (!files.isEmpty()) {
            model.open(files);
        }
    }

    private Node nothing() {
        EmptyZone zone = new EmptyZone(Words.text("open.empty"), this::dropped, choose);
        zone.with(new RecentList(model.recent(), file -> model.open(file)));
        VBox.setVgrow(zone, Priority.ALWAYS);
        return new VBox(
                12,
                new Notices(
                        new MessageStrip(model.ownTroubles().failure()),
                        new OfferStrip(model.ownTroubles(), "salvage-nothing", this::takeOffer)),
                zone);
    }

    private void show(OpenState state) {
        layer.close();
        forget();
        brief.write();
        switch (state) {
            case NOTHING -> showNothing();
            case LOCKED -> showLocked(model.locked());
            case UNLOCKED -> showUnlocked(model.session());
            case LOCKING -> showLocking();
        }
        Platform.runLater(focus);
    }

    /** Nothing of what was on the page stays, not even where it is not seen. */
    private void forget() {
        copied.takeOffClipboard();
        Spoken.forget();
        locked.ifPresent(LockedView::forget);
        unlocked.ifPresent(UnlockedView::forget);
        locked = Optional.empty();
        unlocked = Optional.empty();
        for (Button button : List.of(lock, relock, extractAll, extractChosen, write, unlock)) {
            button.disableProperty().unbind();
        }
        footLeft.getChildren().clear();
        page.setWork(new Region());
        statusHeading.setText("");
        statusLine.setText("");
    }

    private void showNothing() {
        page.setWork(nothing);
        fillFoot();
        page.setFoot(footLeft);
        focus = () -> Focus.on(choose);
    }

    private void showLocking() {
        page.setWork(new Region());
        fillFoot();
        status(Words.text("open.locking"), Words.text("open.locking.line"));
        page.setFoot(footLeft);
        focus = () -> {};
    }

    private void showLocked(LockedArchive archive) {
        LockedView view = new LockedView(archive, this::takeOffer);
        locked = Optional.of(view);
        page.setWork(view.node());
        fillFoot();
        unlock.disableProperty()
                .bind(
                        archive.password()
                                .isEmpty()
                                .or(archive.unlocking().running())
                                .or(archive.variants().action().running()));
        status(Words.text("open.locked"), Words.text("open.locked.line"));
        page.setFoot(footLeft, another, unlock);
        focus = view::focus;
    }

    private void showUnlocked(ArchiveSession session) {
        UnlockedView view =
                new UnlockedView(
                        model, layer, dialogs, copied, clipboard, this::saveAs, this::takeOffer);
        unlocked = Optional.of(view);
        page.setWork(view.node());
        List<Job> jobs =
                List.of(
                        session.extract().action(),
                        session.extract().clearing(),
                        session.writing().action());
        fillFoot(jobs.toArray(Job[]::new));
        BooleanExpression busy = running(jobs);
        for (Button button : List.of(relock, extractAll, extractChosen, write)) {
            button.disableProperty().bind(busy);
        }
        InvalidationListener buttons = property -> showButtons(session);
        session.inside().chosen().changes().addListener(buttons);
        session.changes().count().addListener(buttons);
        session.check().state().addListener((property, before, now) -> showCheck(session));
        boolean needsPassword = session.listing().needsPassword();
        lock.setText(Words.text(needsPassword ? "open.lock" : "open.close"));
        Page.withKey(lock, "lock");
        relock.setText(Words.text(needsPassword ? "relock.change" : "relock.add"));
        showCheck(session);
        showButtons(session);
        focus = view::focus;
    }

    private boolean isShown(ArchiveSession session) {
        return model.state().get() == OpenState.UNLOCKED && model.session() == session;
    }

    private void showButtons(ArchiveSession session) {
        if (!isShown(session)) {
            return;
        }
        int chosen = session.inside().chosen().count();
        int edits = session.changes().count().get();
        extractChosen.setText(Words.text("open.extract", chosen));
        extractChosen.getStyleClass().remove("primary");
        if (edits == 0) {
            extractChosen.getStyleClass().add("primary");
        }
        write.setText(Words.text("pending.write", edits));
        List<Node> buttons = new ArrayList<>(List.of(prove, lock));
        if (!session.isOnlyRead()) {
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

    private void prove() {
        String name = PathNames.last(model.listing().archive()).replaceFirst("\\.[^.]*$", "");
        layer.show(prove, new ProvingPopover(model.session().proving(), dialogs, name).content());
    }

    /** What is known about damage and tampering, in the foot. */
    private void showCheck(ArchiveSession session) {
        if (!isShown(session)) {
            return;
        }
        CheckState now = session.check().state().get();
        String key = "open.check." + now.kind();
        boolean encrypted = session.listing().weakestProtection().canHideNames();
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

    /** Changes that are not written would be lost by it: they are asked about first. */
    private void relock() {
        if (model.session().writing().action().running().get()) {
            return; // it would empty the fields of what is being written
        }
        model.leave(Leaving.LOCK_ANEW, this::chooseLock);
    }

    private void chooseLock() {
        ArchiveSession session = model.session();
        if (session.writing().action().running().get()) {
            return; // begun while the copies were looked at
        }
        session.relock().begin(session.listing());
        RelockPopover popover =
                new RelockPopover(
                        session.relock(),
                        clipboard,
                        () -> session.writing().relock(session.archive().path()),
                        () -> newName(session.writing()::relock));
        layer.show(relock, popover.content(layer::close));
    }

    private void saveAs() {
        newName(model.session().writing()::write);
    }

    private void newName(Consumer<Path> then) {
        String name = model.listing().archive().getFileName().toString();
        dialogs.chooseTarget(Words.text("pending.save-as"), name).ifPresent(then);
    }
}
