package app.lacuna.desktop.open;

import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.base.ByteCount;
import app.lacuna.desktop.control.BriefLine;
import app.lacuna.desktop.control.BusyLine;
import app.lacuna.desktop.control.EmptyZone;
import app.lacuna.desktop.control.FileDialogs;
import app.lacuna.desktop.control.FolderEditor;
import app.lacuna.desktop.control.MessageStrip;
import app.lacuna.desktop.control.Page;
import app.lacuna.desktop.control.PopoverLayer;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.util.List;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The Open place in its three states. */
public final class OpenView {
    private final OpenViewModel model;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;
    private final BriefLine brief = new BriefLine();
    private final Page page = new Page(brief);
    private final Label statusHeading = new Label();
    private final Label statusLine = new Label();
    private final StackPane footLeft = new StackPane();
    private final Button unlock;
    private final Button extractChosen;
    private Runnable focus = () -> {};
    private Runnable primary = () -> {};

    public OpenView(OpenViewModel model, PopoverLayer layer, FileDialogs dialogs) {
        this.model = model;
        this.layer = layer;
        this.dialogs = dialogs;
        VBox status = Page.status(statusHeading, statusLine);
        status.visibleProperty().bind(model.extract().action().running().not());
        footLeft.getChildren().setAll(status, new BusyLine(model.extract().action()));
        footLeft.setMinWidth(0);
        HBox.setHgrow(footLeft, Priority.ALWAYS);
        unlock = Page.primary("unlock", Words.text("open.unlock"), model::unlock);
        unlock.disableProperty().bind(model.password().isEmpty().or(model.opening().running()));
        extractChosen = Page.primary("extract-chosen", "", model::extractChosen);
        extractChosen.disableProperty().bind(model.extract().action().running());
        Page.withKey(unlock, "primary");
        model.state().addListener((property, before, now) -> show(now));
        model.extract().folder().addListener((property, before, now) -> writeBrief());
        model.chosen().changes().addListener((property, before, now) -> updateChosen());
        model.check().addListener((property, before, now) -> showCheck());
        model.checking().progress().addListener((property, before, now) -> showCheck());
        show(model.state().get());
    }

    public Page page() {
        return page;
    }

    public void focusFirst() {
        focus.run();
    }

    public void primary() {
        primary.run();
    }

    public void choose() {
        dialogs.chooseFile(Words.text("open.choose")).ifPresent(model::open);
    }

    private void dropped(List<Path> files) {
        if (!files.isEmpty()) {
            model.open(files.get(0));
        }
    }

    private void show(OpenState state) {
        writeBrief();
        switch (state) {
            case NOTHING -> showNothing();
            case LOCKED -> showLocked();
            case UNLOCKED -> showUnlocked();
        }
        Platform.runLater(focus);
    }

    private void showNothing() {
        Button choose = Page.primary("choose", Words.text("open.choose"), this::choose);
        Page.withKey(choose, "open");
        EmptyZone zone = new EmptyZone(Words.text("open.empty"), this::dropped, choose);
        VBox.setVgrow(zone, Priority.ALWAYS);
        page.setWork(new VBox(12, new MessageStrip(model.failure()), zone));
        status("", "");
        page.setFoot(footLeft);
        focus = choose::requestFocus;
        primary = () -> {};
    }

    private void showLocked() {
        LockedView view = new LockedView(model);
        page.setWork(view.node());
        status(Words.text("open.locked"), Words.text("open.locked.line"));
        page.setFoot(footLeft, chooseAnother(), unlock);
        focus = view::focus;
        primary = model::unlock;
    }

    private void showUnlocked() {
        UnlockedView view = new UnlockedView(model);
        page.setWork(view.node());
        showCheck();
        boolean needsPassword = model.listing().needsPassword();
        Button lock =
                Page.button(
                        "lock",
                        Words.text(needsPassword ? "open.lock" : "open.close"),
                        model::lock);
        Page.withKey(lock, "lock");
        Button all = Page.button("extract-all", Words.text("open.all"), model::extractAll);
        for (Button button : List.of(lock, all)) {
            button.disableProperty().bind(model.extract().action().running());
        }
        page.setFoot(footLeft, lock, all, extractChosen);
        updateChosen();
        focus = view::focus;
        primary =
                () -> {
                    if (extractChosen.isVisible() && !extractChosen.isDisabled()) {
                        extractChosen.fire();
                    }
                };
    }

    /** What is known about damage and tampering, in the foot. */
    private void showCheck() {
        if (model.state().get() != OpenState.UNLOCKED) {
            return;
        }
        String key = "open.check." + model.check().get();
        long percent =
                model.checking()
                        .progress()
                        .get()
                        .map(told -> Math.round(told.fraction() * 100))
                        .orElse(0L);
        status(Words.text(key, percent), Words.text(key + ".line"));
    }

    private Button chooseAnother() {
        return Page.withKey(
                Page.button("choose-another", Words.text("open.another"), this::choose), "open");
    }

    private void updateChosen() {
        if (model.state().get() != OpenState.UNLOCKED) {
            return;
        }
        int count = model.chosen().of(model.listing().entries()).size();
        extractChosen.setText(Words.text("open.extract", count));
        extractChosen.setVisible(count > 0);
        extractChosen.setManaged(count > 0);
    }

    private void status(String heading, String line) {
        statusHeading.setText(heading);
        statusLine.setText(line);
    }

    private void writeBrief() {
        brief.clear();
        if (model.state().get() == OpenState.NOTHING) {
            brief.say(Words.text("open.brief.open"));
            brief.fact(Words.text("open.brief.nothing"));
            brief.say(Words.text("open.brief.nothing-rest"));
            return;
        }
        Listing listing = model.listing();
        brief.fact(listing.archive().getFileName().toString());
        if (model.state().get() == OpenState.LOCKED) {
            writeLocked(listing);
        } else {
            writeUnlocked(listing);
        }
    }

    private void writeLocked(Listing listing) {
        brief.say(Words.text("open.brief.is"));
        brief.fact(Words.text("open.brief.locked"), Styles.PROTECTED);
        brief.say(
                Words.text(
                        "open.brief.locked-rest",
                        Words.text("protection." + listing.weakestProtection())));
        names(listing);
        brief.say(Words.text("open.brief.locked-size", ByteCount.inWords(listing.archiveBytes())));
    }

    private void names(Listing listing) {
        boolean hidden = listing.names() == Names.HIDDEN;
        brief.fact(
                Words.text("names." + listing.names()),
                hidden ? Styles.PROTECTED : Styles.READABLE);
    }

    private void writeUnlocked(Listing listing) {
        brief.say(Words.text("open.brief.holds"));
        brief.fact(
                Words.text(
                        "pack.brief.items",
                        listing.entries().size(),
                        ByteCount.inWords(listing.totalBytes())));
        boolean locked = listing.needsPassword();
        if (locked) {
            brief.say(", ");
            brief.fact(Words.text("protection." + listing.weakestProtection()), Styles.PROTECTED);
            brief.say(Words.text("open.brief.names"));
            names(listing);
        }
        brief.say(Words.text("open.brief.it-is"));
        brief.fact(
                Words.text(locked ? "open.brief.unlocked" : "open.brief.everyone"),
                Styles.READABLE);
        brief.say(Words.text("open.brief.goes-to"));
        String name = String.valueOf(model.extract().folder().get().getFileName());
        Button folder =
                brief.word("extract-folder", name, Words.text("accessible.extract-folder", name));
        folder.setOnAction(event -> layer.show(folder, folderEditor()));
        brief.say(".");
    }

    private Node[] folderEditor() {
        return new FolderEditor(
                        "target",
                        Words.text("open.folder"),
                        model.extract().folder(),
                        dialogs,
                        layer::close)
                .content();
    }
}
