package app.lacuna.desktop.places.discs;

import app.lacuna.common.Progress;
import app.lacuna.common.Stage;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscTable;
import app.lacuna.disc.drive.BurnSet;
import app.lacuna.job.Pace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.beans.InvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The discs, one under the other: as they are planned, or as far as they are burned. */
final class DiscLines extends VBox {
    private static final int MOST_PLANNED = 12;
    private static final int FOLDERS_NAMED = 2;

    private final DiscsModel model;
    private Pace pace = new Pace();
    private Optional<Running> running = Optional.empty();

    /** The line of the disc that is burned at the moment. */
    private record Running(DiscPicture picture, Label words, ProgressBar bar) {}

    DiscLines(DiscsModel model) {
        this.model = model;
        getStyleClass().add("disc-lines");
        InvalidationListener changed = property -> write();
        model.set().addListener(changed);
        model.plan().table().addListener(changed);
        model.form().kind().addListener(changed);
        model.form().label().addListener(changed);
        model.burning().disc().addListener(changed);
        model.burning().waiting().addListener(changed);
        model.burning().stopAfterThis().addListener(changed);
        model.burning().failure().addListener(changed);
        model.burning()
                .action()
                .progress()
                .addListener((property, before, now) -> now.ifPresent(this::show));
        write();
    }

    private void write() {
        running = Optional.empty();
        getChildren().clear();
        if (model.set().get().isPresent()) {
            BurnSet set = model.set().get().get();
            for (int number = 1; number <= set.discs().size(); number++) {
                getChildren().add(line(set, number));
            }
        } else {
            Optional<DiscTable.Count> count =
                    model.plan().table().get().flatMap(model.plan()::count);
            count.filter(DiscTable.Count::isPossible).ifPresent(this::writePlan);
            count.filter(planned -> !planned.isPossible()).ifPresent(this::writeImpossible);
        }
    }

    private void writeImpossible(DiscTable.Count count) {
        Label why =
                Page.label(
                        count.tooLarge() > 0
                                ? Words.text("discs.table.too-large", count.tooLarge())
                                : Words.text("discs.too-small"),
                        Styles.SECONDARY);
        why.getStyleClass().add("disc-more");
        getChildren().add(why);
    }

    private void writePlan(DiscTable.Count count) {
        int all = count.most();
        int recovery = model.form().recovery().get().discs();
        for (int number = 1; number <= Math.min(all, MOST_PLANNED); number++) {
            boolean forRecovery = number > all - recovery;
            boolean perhaps = !forRecovery && number > count.fewest() - recovery;
            getChildren().add(planned(number, all, forRecovery, perhaps));
        }
        if (all > MOST_PLANNED) {
            Label more =
                    Page.label(Words.text("discs.line.more", all - MOST_PLANNED), Styles.SECONDARY);
            more.getStyleClass().add("disc-more");
            getChildren().add(more);
        }
    }

    private Node planned(int number, int all, boolean forRecovery, boolean perhaps) {
        String what =
                forRecovery
                        ? Words.text(
                                "discs.line.for-recovery",
                                model.form().recovery().get().discs(),
                                all)
                        : Words.text("discs.line." + model.form().spread().get(), number, all);
        String label = model.form().label().get().of(number);
        return row(
                new DiscPicture(false, false, 0),
                title(number, all, label),
                List.of(Page.label(what, Styles.SECONDARY)),
                Page.label(
                        Words.text(perhaps ? "discs.state.perhaps" : "discs.state.planned"),
                        Styles.SECONDARY));
    }

    private static Node title(int number, int all, String label) {
        HBox title =
                new HBox(
                        6,
                        Page.label(Words.text("discs.line.title", number, all), "disc-title"),
                        Page.label(label, Styles.MONO, Styles.SECONDARY));
        title.setAlignment(Pos.BASELINE_LEFT);
        return title;
    }

    private Node line(BurnSet set, int number) {
        BurnSet.Disc disc = set.discs().get(number - 1);
        DiscKind kind = set.kind();
        double used = (double) disc.bytes() / kind.bytes();
        boolean now = model.burning().disc().get() == number;
        boolean waits = now && model.burning().waiting().get();
        DiscPicture picture =
                new DiscPicture(disc.burned().isPresent(), now && !waits, Math.min(1, used));
        Label words = Page.label(contents(set, number, kind), Styles.SECONDARY);
        List<Node> details = new ArrayList<>(List.of(words));
        Node right;
        if (disc.burned().isPresent()) {
            details.add(Page.label(burned(disc.burned().get()), Styles.SECONDARY));
            right = done(number);
        } else if (now && !waits) {
            Label pace = Page.label(Words.text("discs.burning.begin"), Styles.SECONDARY);
            ProgressBar bar = new ProgressBar(0);
            bar.setId("disc-progress");
            bar.setMaxWidth(Double.MAX_VALUE);
            bar.setAccessibleText(Words.text("busy.bar"));
            details.add(0, pace);
            details.add(bar);
            running = Optional.of(new Running(picture, pace, bar));
            right = stop();
        } else {
            right = waits ? stop() : Page.label(Words.text("discs.state.waits"), Styles.SECONDARY);
            if (waits) {
                details.add(
                        Page.label(
                                Words.text("discs.insert", DiscKinds.name(kind)),
                                Styles.ATTENTION));
            }
        }
        Node row =
                row(picture, title(number, set.discs().size(), set.name(number)), details, right);
        row.setId("disc-" + number);
        return row;
    }

    private String burned(Instant when) {
        return Words.text("discs.line.burned", Dates.minute(when));
    }

    private Node done(int number) {
        Label state = Page.label(Words.text("discs.state.burned"), "disc-good");
        Button again =
                Page.link(
                        "burn-again-" + number,
                        Words.text("discs.again"),
                        () -> model.burnAgain(number));
        VBox box = new VBox(4, state, again);
        box.setAlignment(Pos.CENTER_RIGHT);
        return model.burning().drive().isPresent() ? box : state;
    }

    private Node stop() {
        if (model.burning().stopAfterThis().get()) {
            return Page.label(Words.text("discs.stopping"), Styles.SECONDARY);
        }
        return Page.button(
                "stop-after-disc",
                Words.text("discs.stop"),
                () -> {
                    if (model.burning().waiting().get()) {
                        model.burning().action().cancel();
                    } else {
                        model.burning().stopAfterThis().set(true);
                    }
                });
    }

    /** How full it is, and what is on it as far as that is known. */
    private String contents(BurnSet set, int number, DiscKind kind) {
        BurnSet.Disc disc = set.discs().get(number - 1);
        String size = Sizes.inWords(disc.bytes());
        if (set.isForRecovery(number)) {
            return Words.text(
                    "discs.contents.recovery", size, set.recoveryDiscs(), set.discs().size());
        }
        List<String> paths = model.pathsOn(number);
        String of = Sizes.inWords(kind.bytes());
        return paths.isEmpty()
                ? Words.text("discs.contents.part", size, of)
                : Words.text("discs.contents.alone", size, of, folders(paths), paths.size());
    }

    /** The first names below what was chosen. */
    static String folders(List<String> paths) {
        Set<String> names = new LinkedHashSet<>();
        for (String path : paths) {
            String[] parts = path.split("/");
            names.add(parts.length > 2 ? parts[1] : parts[0]);
        }
        List<String> first = names.stream().limit(FOLDERS_NAMED).toList();
        String shown = String.join(", ", first);
        return names.size() > FOLDERS_NAMED ? Words.text("discs.folders.more", shown) : shown;
    }

    private void show(Progress told) {
        if (running.isEmpty()) {
            return;
        }
        if (told.doneBytes() == 0) {
            pace = new Pace();
        }
        Pace.Reading reading = pace.at(told);
        Running line = running.get();
        line.bar().setProgress(told.fraction());
        if (told.stage() == Stage.BURNING) {
            line.picture().show(told.fraction());
        }
        line.words()
                .setText(
                        Words.text(
                                "busy." + told.stage(),
                                Sizes.inWords(told.doneBytes()),
                                Sizes.inWords(told.totalBytes()),
                                reading.bytesPerSecond() > 0 ? "yes" : "no",
                                Sizes.inWords(reading.bytesPerSecond()),
                                reading.left().isPresent() ? "yes" : "no",
                                reading.left().map(Dates::duration).orElse(""),
                                told.doneItems(),
                                told.totalItems()));
    }

    private static Node row(DiscPicture picture, Node title, List<Node> details, Node right) {
        VBox words = new VBox(3, title);
        words.getChildren().addAll(details);
        words.setMinWidth(0);
        words.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(words, Priority.ALWAYS);
        if (right instanceof Region region) {
            region.setMinWidth(Region.USE_PREF_SIZE);
        }
        HBox row = new HBox(16, picture, words, right);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("disc-line");
        return row;
    }
}
