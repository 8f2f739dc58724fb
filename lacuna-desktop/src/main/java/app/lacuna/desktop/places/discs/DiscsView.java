package app.lacuna.desktop.places.discs;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.clearing.ClearModel;
import app.lacuna.desktop.parts.clearing.ClearPanel;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.KeptPasswordSteps;
import app.lacuna.desktop.parts.password.KeySlipModel;
import app.lacuna.desktop.parts.password.PasswordCard;
import app.lacuna.desktop.parts.password.PasswordQuestion;
import app.lacuna.desktop.parts.receipt.LeftOutLine;
import app.lacuna.desktop.parts.receipt.OriginalsLine;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.Columns;
import app.lacuna.desktop.ui.EmptyZone;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.ui.Notices;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.drive.BurnSet;
import app.lacuna.job.PackResult;
import app.lacuna.selection.LeftOut;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The page of the Discs place. */
final class DiscsView {
    private static final double RIGHT_WIDTH = 340;

    private final DiscsModel model;
    private final Services services;
    private final Page page;
    private final DiscLines lines;
    private final VBox right = new VBox(12);
    private final VBox goOn = new VBox(6);
    private final Label heading = new Label();
    private final Label status = new Label();
    private final PasswordCard password;
    private final Node empty;
    private final Node filled;
    private final Node repairs;
    private final Button images;
    private final Button burn;
    private final Button another;
    private final PasswordQuestion question;
    private ClearModel clearing;

    DiscsView(DiscsModel model, Services services) {
        this.model = model;
        this.services = services;
        DiscsPopovers popovers = new DiscsPopovers(model, services.popovers(), services.dialogs());
        page = new Page(new DiscsBrief(model, services.popovers(), popovers).line());
        lines = new DiscLines(model);
        password =
                new PasswordCard(
                        model.password(),
                        model.form().options().map(options -> options.protection()),
                        model.form().hint(),
                        services.popovers(),
                        services.dialogs(),
                        services.clipboard());
        password.disableProperty().bind(model.images().action().running());
        clearing = new ClearModel(services.life(), services.ends().trash());
        images = Page.button("discs-images", "", () -> model.write(false));
        burn = Page.primary("discs-burn", "", this::burn);
        Page.withKey(burn, "primary");
        another = Page.button("discs-another", Words.text("discs.another"), this::another);
        question =
                new PasswordQuestion(
                        () -> model.kept().ifPresent(KeptPassword::isKnownNow),
                        () -> model.kept().ifPresent(KeptPassword::giveUp));
        empty = emptyZone();
        filled = work();
        repairs = new RepairSheet(model.repair());
        page.setFoot(foot(), another, images, burn);
        InvalidationListener changed = property -> update();
        model.cargo().addListener(changed);
        model.set().addListener(changed);
        model.ready().addListener(changed);
        model.form().locked().addListener(changed);
        model.plan().table().addListener(changed);
        model.form().kind().addListener(changed);
        model.images().action().running().addListener(changed);
        model.images().cancelled().addListener(changed);
        model.repair().report().addListener(changed);
        model.repair().action().running().addListener(changed);
        model.burning().action().running().addListener(changed);
        model.burning().toName().addListener(changed);
        model.burning().disc().addListener(changed);
        model.password().typed().agreement().addListener(changed);
        model.set()
                .addListener(
                        (property, before, now) -> {
                            if (before.isEmpty() || now.isEmpty()) {
                                writeRight();
                            }
                        });
        model.cargo().addListener((property, before, now) -> writeRight());
        model.sets().sets().addListener((property, before, now) -> writeGoOn());
        writeRight();
        writeGoOn();
        update();
    }

    Page page() {
        return page;
    }

    /** Trouble is said above whatever the page shows. */
    private Node withTrouble(Node below) {
        VBox.setVgrow(below, Priority.ALWAYS);
        return new VBox(12, new Notices(new MessageStrip(model.repair().failure())), below);
    }

    private Node emptyZone() {
        Button files =
                Page.primary("discs-add-files", Words.text("contents.add-files"), this::addFiles);
        Button folder =
                Page.button("discs-add-folder", Words.text("contents.add-folder"), this::addFolder);
        Button repair = Page.link("discs-repair", Words.text("repair.choose"), this::repair);
        return withTrouble(
                new EmptyZone(Words.text("discs.empty"), model::add, files, folder)
                        .with(goOn)
                        .with(repair));
    }

    /** Before the window closes while nobody has the password. */
    void askAboutPassword(Runnable then) {
        question.ask(then);
    }

    /** The page is not left any more. */
    boolean stopAsking() {
        return question.withdraw();
    }

    private void addFiles() {
        List<Path> chosen = services.dialogs().chooseFiles(Words.text("contents.add-files"));
        if (!chosen.isEmpty()) {
            model.add(chosen);
        }
    }

    private void repair() {
        List<Path> chosen = services.dialogs().chooseFiles(Words.text("repair.images"));
        if (!chosen.isEmpty()) {
            services.dialogs()
                    .chooseFolder(Words.text("repair.folder"))
                    .ifPresent(folder -> model.repair().start(chosen, folder));
        }
    }

    private void addFolder() {
        services.dialogs()
                .chooseFolder(Words.text("contents.add-folder"))
                .ifPresent(chosen -> model.add(List.of(chosen)));
    }

    private void writeGoOn() {
        goOn.getChildren().clear();
        goOn.setAlignment(Pos.CENTER);
        int number = 1;
        for (BurnSet set : model.sets().sets().get()) {
            goOn.getChildren()
                    .add(
                            Page.link(
                                    "go-on-" + number++,
                                    Words.text(
                                            "discs.go-on",
                                            set.label(),
                                            set.burnedCount(),
                                            set.discs().size()),
                                    () -> model.goOnWith(set)));
        }
    }

    private Node work() {
        ScrollPane scroll = new ScrollPane(lines);
        scroll.setId("disc-lines");
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("columns");
        VBox sheet = new VBox(scroll);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        sheet.getStyleClass().add(Styles.SHEET);
        right.setMinHeight(VBox.USE_PREF_SIZE);
        Columns columns = new Columns(sheet, right, RIGHT_WIDTH);
        VBox.setVgrow(columns, Priority.ALWAYS);
        Node notices =
                new Notices(
                        question,
                        new MessageStrip(model.failure()),
                        new MessageStrip(model.images().failure()),
                        new MessageStrip(model.burning().failure()),
                        new MessageStrip(model.covers().failure()));
        return new VBox(12, notices, columns);
    }

    private void writeRight() {
        List<Node> cards = new ArrayList<>();
        boolean isSet = model.set().get().isPresent();
        if (isSet) {
            model.kept().ifPresent(kept -> cards.add(kept(kept)));
            model.written().ifPresent(written -> cards.addAll(proved(written)));
            model.written()
                    .flatMap(ImagesModel.Written::packed)
                    .ifPresent(packed -> cards.addAll(originals(packed)));
        } else {
            cards.add(new TableCard(model));
            if (model.cargo().get() instanceof Cargo.Files) {
                cards.add(password);
            }
        }
        cards.add(onEveryDisc());
        if (isSet) {
            cards.add(covers());
            if (model.burning().drive().isEmpty()) {
                cards.add(card(Words.text("discs.system"), Words.text("discs.system.line")));
            }
        }
        right.getChildren().setAll(cards);
    }

    /** What was made here is nowhere else. */
    private Node kept(KeptPassword kept) {
        VBox card =
                new VBox(
                        8,
                        Page.label(Words.text("discs.kept"), Styles.CARD_TITLE),
                        new KeptPasswordSteps(
                                kept,
                                new KeySlipModel(
                                        services.life(),
                                        kept::copy,
                                        () ->
                                                model.set()
                                                        .get()
                                                        .orElseThrow()
                                                        .discs()
                                                        .get(0)
                                                        .image()),
                                services.clipboard(),
                                services.popovers(),
                                services.dialogs()));
        card.getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        return card;
    }

    /** That everything is there, or what is not. */
    private static List<Node> proved(ImagesModel.Written written) {
        List<Node> cards = new ArrayList<>();
        List<LeftOut> leftOut = written.packed().map(PackResult::leftOut).orElse(List.of());
        int changing = written.packed().map(packed -> packed.unsteady().size()).orElse(0);
        VBox card =
                card(
                        Words.text("discs.proved"),
                        Words.text(
                                "discs.proved." + written.discs().readBack(),
                                written.packed().map(packed -> packed.packed().size()).orElse(0),
                                written.packed().isPresent() ? "yes" : "no"));
        if (changing > 0) {
            card.getChildren()
                    .add(Page.label(Words.text("discs.changing", changing), Styles.ATTENTION));
        }
        cards.add(card);
        if (!leftOut.isEmpty()) {
            VBox missing = new VBox(LeftOutLine.of(leftOut));
            missing.setId("discs-left-out");
            missing.getStyleClass().addAll(Styles.SHEET, Styles.CARD);
            cards.add(missing);
        }
        return cards;
    }

    private List<Node> originals(PackResult packed) {
        clearing = new ClearModel(services.life(), services.ends().trash());
        ClearPanel panel = new ClearPanel(clearing);
        VBox card =
                new VBox(new OriginalsLine(packed, model.chosenRoots(), clearing, model.kept()));
        card.getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        return List.of(panel, card);
    }

    private Node onEveryDisc() {
        return card(Words.text("discs.every"), Words.text("discs.every.line"));
    }

    private static VBox card(String title, String line) {
        VBox card =
                new VBox(
                        6,
                        Page.label(title, Styles.CARD_TITLE),
                        Page.label(line, Styles.SECONDARY));
        card.getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        return card;
    }

    private Node covers() {
        int count = model.set().get().map(set -> set.discs().size()).orElse(0);
        VBox card = card(Words.text("discs.covers"), Words.text("discs.covers.line", count));
        Label saved = Page.label("", Styles.SECONDARY);
        saved.setId("covers-saved");
        Spoken.news(saved);
        saved.textProperty()
                .bind(
                        model.covers()
                                .saved()
                                .map(
                                        path ->
                                                path.map(
                                                                file ->
                                                                        Words.text(
                                                                                "discs.covers.saved",
                                                                                file.getFileName()))
                                                        .orElse("")));
        saved.visibleProperty().bind(saved.textProperty().isNotEmpty());
        saved.managedProperty().bind(saved.visibleProperty());
        Button save = Page.link("save-covers", Words.text("discs.covers.save"), this::saveCovers);
        card.getChildren().addAll(save, saved);
        return card;
    }

    private void saveCovers() {
        String label = model.set().get().map(BurnSet::label).orElse("");
        services.dialogs()
                .chooseTarget(Words.text("discs.covers"), Words.text("discs.covers.file", label))
                .ifPresent(model::saveCovers);
    }

    private Node foot() {
        VBox words = Page.status(heading, status);
        status.setWrapText(true);
        words.visibleProperty()
                .bind(
                        model.images()
                                .action()
                                .running()
                                .or(model.repair().action().running())
                                .not());
        StackPane left =
                new StackPane(
                        words,
                        new BusyLine(model.images().action()),
                        new BusyLine(model.repair().action()));
        left.setAlignment(Pos.CENTER_LEFT);
        left.setMinWidth(0);
        HBox.setHgrow(left, Priority.ALWAYS);
        return left;
    }

    private void update() {
        boolean isSet = model.set().get().isPresent();
        boolean nothing = !isSet && !model.cargo().get().isThere();
        boolean repaired = nothing && model.repair().report().get().isPresent();
        page.setWork(repaired ? repairs : nothing ? empty : filled);
        boolean drive = model.burning().drive().isPresent();
        boolean busy = model.burning().action().running().get();
        boolean left = model.set().get().map(set -> set.next().isPresent()).orElse(false);
        show(another, (isSet || repaired) && !busy);
        show(images, !nothing && !isSet && drive);
        images.setText(Words.text("discs.images"));
        images.setDisable(!model.ready().get());
        show(burn, !nothing && (!isSet || drive && left));
        burn.setText(Words.text(drive ? isSet ? "discs.burn.next" : "discs.burn" : "discs.images"));
        burn.setDisable(isSet ? busy : !model.ready().get());
        heading.setText(nothing ? repairedWords() : headingWords());
        status.setText(nothing ? "" : statusWords());
    }

    private String repairedWords() {
        return model.repair()
                .report()
                .get()
                .map(report -> Words.text(report.isComplete() ? "repair.all" : "repair.some"))
                .orElse("");
    }

    private static void show(Button button, boolean now) {
        button.setVisible(now);
        button.setManaged(now);
    }

    private String headingWords() {
        Optional<BurnSet> set = model.set().get();
        if (set.isEmpty()) {
            return Words.text(model.images().cancelled().get() ? "discs.cancelled" : "pack.next");
        }
        int number = model.burning().disc().get();
        if (number > 0) {
            return Words.text("discs.line.title", number, set.get().discs().size());
        }
        return set.get().next().isEmpty()
                ? Words.text("discs.all-done")
                : Words.text("discs.set", set.get().discs().size());
    }

    private String statusWords() {
        Optional<BurnSet> set = model.set().get();
        if (set.isEmpty()) {
            if (model.isImpossible()) {
                return Words.text("discs.next.impossible");
            }
            if (model.cargo().get() instanceof Cargo.Archive) {
                return Words.text("discs.next.archive");
            }
            if (!model.form().locked().get()) {
                return Words.text("discs.next.open");
            }
            if (model.ready().get()) {
                return Words.text("discs.next.ready");
            }
            return Words.text("pack.next." + model.password().typed().agreement().get());
        }
        int named = model.burning().toName().get();
        String pen =
                named > 0
                        ? Words.text(
                                "discs.pen", set.get().label(), named, set.get().discs().size())
                        : "";
        if (model.burning().drive().isEmpty()) {
            return Words.text("discs.saved");
        }
        String drive =
                Words.text(
                        "discs.drive",
                        model.burning().drive().get().name(),
                        DiscKinds.name(set.get().kind()));
        if (set.get().next().isEmpty()) {
            return pen.isEmpty() ? Words.text("discs.all-done.line") : pen;
        }
        boolean wrong = model.isForecastWrong() && set.get().burnedCount() == 0;
        String first = wrong ? Words.text("discs.forecast-wrong") : pen;
        return first.isEmpty() ? drive : first;
    }

    private void another() {
        if (model.isPasswordUnknown()) {
            question.ask(model::startAnew);
        } else {
            model.startAnew();
        }
    }

    private void burn() {
        if (model.set().get().isPresent()) {
            model.burn();
        } else {
            model.write(model.burning().drive().isPresent());
        }
    }

    void primary() {
        if (burn.isVisible() && !burn.isDisabled()) {
            burn.fire();
        }
    }

    void focusFirst() {
        if (model.set().get().isEmpty() && model.cargo().get() instanceof Cargo.Files) {
            password.focusFirst();
        }
    }

    boolean cancel() {
        if (clearing.pending().get().isPresent() && !clearing.clearing().running().get()) {
            clearing.forget();
            return true;
        }
        return false;
    }

    void end() {
        clearing.clearing().cancel();
    }
}
