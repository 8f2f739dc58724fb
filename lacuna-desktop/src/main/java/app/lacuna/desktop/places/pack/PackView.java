package app.lacuna.desktop.places.pack;

import app.lacuna.common.Progress;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.parts.password.PasswordCard;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.Columns;
import app.lacuna.desktop.ui.EmptyZone;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.ui.Notices;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.desktop.words.Words;
import java.io.File;
import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.Clipboard;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;

/** The Pack place before and while packing. */
public final class PackView {
    private static final double RIGHT_WIDTH = 392;
    private static final double ROOM_FOR_WORDS = 150;

    private final PackViewModel model;
    private final FileDialogs dialogs;
    private final Page page;
    private final Node empty;
    private final Node filled;
    private final PasswordCard passwordCard;

    @SuppressWarnings("NullAway.Init") // made with the page
    private ContentsSheet sheet;

    private final Label statusHeading = new Label();
    private final Label statusLine = new Label();
    private final Button pack;
    private final Button round;
    private final Button remove;
    private final BooleanProperty removable = new SimpleBooleanProperty();

    /**
     * What reaches beyond this job.
     *
     * @param another sets up the next job while this one runs
     * @param remove takes this one off the page
     * @param discs goes on with it where discs are written
     */
    public record Actions(Runnable another, Runnable remove, Runnable discs) {}

    public PackView(
            PackViewModel model,
            PopoverLayer layer,
            FileDialogs dialogs,
            ShortClipboard clipboard,
            Actions actions) {
        this.model = model;
        this.dialogs = dialogs;
        BriefLine brief = new PackBrief(model, layer, dialogs, actions.discs()).line();
        brief.disableProperty().bind(model.packing().action().running());
        page = new Page(brief);
        passwordCard =
                new PasswordCard(
                        model.newPassword(),
                        model.protection(),
                        model.form().hint(),
                        layer,
                        dialogs,
                        clipboard);
        empty = emptyZone(layer);
        filled = work(layer);
        pack = Page.primary("pack", Words.text("pack.primary"), model::pack);
        pack.disableProperty().bind(model.ready().not());
        Page.withKey(pack, "primary");
        round = Page.button("save-round", Words.text("round.title"), () -> {});
        RoundPopover popover = new RoundPopover(model, layer);
        round.setOnAction(event -> layer.show(round, popover.content()));
        round.visibleProperty()
                .bind(
                        Bindings.createBooleanBinding(
                                this::hasSomethingToSave,
                                model.packing().action().running(),
                                model.contents().selection()));
        round.managedProperty().bind(round.visibleProperty());
        Button next = Page.button("set-up-another", Words.text("pack.another"), actions.another());
        next.visibleProperty().bind(model.packing().action().running());
        next.managedProperty().bind(next.visibleProperty());
        remove = Page.button("remove-job", Words.text("pack.remove-job"), actions.remove());
        remove.visibleProperty().bind(removable.and(model.packing().action().running().not()));
        remove.managedProperty().bind(remove.visibleProperty());
        page.setFoot(foot(layer), remove, round, next, pack);
        InvalidationListener changed = property -> update();
        model.contents().selection().addListener(changed);
        model.contents().scanning().addListener(changed);
        model.contents().looking().progress().addListener(changed);
        model.protection().addListener(changed);
        model.password().agreement().addListener(changed);
        model.packing().cancelled().addListener(changed);
        update();
    }

    public Page page() {
        return page;
    }

    private Node emptyZone(PopoverLayer layer) {
        Button files = Page.primary("add-files", Words.text("contents.add-files"), this::addFiles);
        Button folder =
                Page.button("add-folder", Words.text("contents.add-folder"), this::addFolder);
        Page.withKey(files, "files");
        Page.withKey(folder, "folder");
        EmptyZone zone =
                new EmptyZone(Words.text("pack.empty"), model.contents()::add, files, folder)
                        .with(new RoundsRow(model, layer));
        if (model.rounds().recentForm().isEmpty()) {
            zone.with(firstStart());
        }
        return zone;
    }

    /** Where nothing has been packed yet: what will happen, in three lines. */
    private static Node firstStart() {
        VBox lines = new VBox(4);
        lines.setId("first-start");
        lines.setMaxWidth(Region.USE_PREF_SIZE);
        for (String key : List.of("pack.first.pack", "pack.first.proof", "pack.first.ends")) {
            lines.getChildren().add(Page.label(Words.text(key), Styles.SECONDARY));
        }
        return lines;
    }

    public void addFiles() {
        ContentsSheet.addFiles(model.contents(), dialogs);
    }

    public void addFolder() {
        ContentsSheet.addFolder(model.contents(), dialogs);
    }

    private Node work(PopoverLayer layer) {
        sheet = new ContentsSheet(model.contents(), model.forecast(), layer, dialogs);
        sheet.disableProperty().bind(model.packing().action().running());
        passwordCard.disableProperty().bind(model.packing().action().running());
        VBox cards =
                new VBox(10, new StrangerCard(model, layer), new ReachCard(model), passwordCard);
        cards.setMinHeight(VBox.USE_PREF_SIZE);
        Columns columns = new Columns(sheet, cards, RIGHT_WIDTH);
        VBox.setVgrow(columns, Priority.ALWAYS);
        return new VBox(12, notices(), columns);
    }

    private Node notices() {
        return new Notices(
                new CancelStrip(model.packing()),
                failure(),
                new MessageStrip(model.contents().failure()));
    }

    /**
     * Of several jobs, one that is not wanted can go; while it runs it has to be cancelled first.
     */
    void canBeRemoved(boolean now) {
        removable.set(now);
    }

    private Region failure() {
        MessageStrip strip = new MessageStrip(model.packing().failure());
        Button replace = Page.button("replace", Words.text("pack.replace"), model::packReplacing);
        replace.visibleProperty().bind(model.packing().replaceOffered());
        replace.managedProperty().bind(replace.visibleProperty());
        strip.getChildren().add(replace);
        return strip;
    }

    /** Where there is little room, what is still missing is worth more than the forecast. */
    private Node foot(PopoverLayer layer) {
        VBox next = Page.status(statusHeading, statusLine);
        HBox.setHgrow(next, Priority.ALWAYS);
        ForecastStatus forecast = new ForecastStatus(model, layer);
        HBox status = new HBox(22, forecast, next);
        status.setAlignment(Pos.CENTER_LEFT);
        status.visibleProperty().bind(model.packing().action().running().not());
        BusyLine busy = new BusyLine(model.packing().action());
        StackPane left = new StackPane(status, busy);
        left.setAlignment(Pos.CENTER_LEFT);
        Rectangle room = new Rectangle();
        room.widthProperty().bind(left.widthProperty());
        room.heightProperty().bind(left.heightProperty());
        left.setClip(room);
        BooleanBinding both =
                left.widthProperty()
                        .greaterThan(forecast.widthProperty().add(TextSize.of(ROOM_FOR_WORDS)));
        forecast.visibleProperty().bind(both.or(model.ready()));
        forecast.managedProperty().bind(forecast.visibleProperty());
        next.visibleProperty().bind(both.or(model.ready().not()));
        next.managedProperty().bind(next.visibleProperty());
        left.minWidthProperty()
                .bind(
                        Bindings.when(forecast.visibleProperty())
                                .then(forecast.widthProperty())
                                .otherwise(0));
        HBox.setHgrow(left, Priority.ALWAYS);
        return left;
    }

    private void update() {
        boolean nothing = model.contents().selection().get().items().isEmpty();
        page.setWork(nothing ? empty : filled);
        pack.setVisible(true);
        if (nothing) {
            statusHeading.setText("");
            statusLine.setText("");
            return;
        }
        statusHeading.setText(
                model.packing().cancelled().get()
                        ? Words.text("pack.cancelled")
                        : Words.text("pack.next"));
        statusLine.setText(Words.text(nextStep(), found()));
        statusLine.setWrapText(true);
        pack.setAccessibleHelp(statusLine.getText());
    }

    /** How many items the scan has found until now. */
    private int found() {
        return model.contents().looking().progress().get().map(Progress::doneItems).orElse(0);
    }

    /** What is still missing, so that a grey button explains itself. */
    private String nextStep() {
        if (model.packing().cancelled().get()) {
            return "pack.cancelled.line";
        }
        if (model.contents().scanning().get()) {
            return "pack.next.scanning";
        }
        if (!model.protection().get().needsPassword()) {
            return "pack.next.open";
        }
        return "pack.next." + model.password().agreement().get();
    }

    public void find() {
        if (!model.contents().selection().get().items().isEmpty()) {
            sheet.focusFind();
        }
    }

    /** Files that were copied in a file manager; whether there were some. */
    public boolean paste() {
        Clipboard clipboard = Clipboard.getSystemClipboard();
        if (clipboard.hasFiles()) {
            model.contents().add(clipboard.getFiles().stream().map(File::toPath).toList());
        }
        return clipboard.hasFiles();
    }

    private boolean hasSomethingToSave() {
        return !model.packing().action().running().get()
                && !model.contents().selection().get().items().isEmpty();
    }

    public void makePassword() {
        if (!model.contents().selection().get().items().isEmpty()) {
            passwordCard.make();
        }
    }

    /** The password, which is brought into sight, however far down it is. */
    public void focusFirst() {
        if (!model.contents().selection().get().items().isEmpty()) {
            passwordCard.focusFirst();
        }
    }

    public void primary() {
        if (!pack.isDisabled()) {
            pack.fire();
        }
    }
}
