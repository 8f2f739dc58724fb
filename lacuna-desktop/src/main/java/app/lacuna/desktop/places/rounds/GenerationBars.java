package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.ui.Focus;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.generations.Generation;
import app.lacuna.job.RoundCheckJob;
import app.lacuna.job.RoundState;
import app.lacuna.job.RoundState.Kept;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.beans.InvalidationListener;
import javafx.beans.binding.DoubleBinding;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

/** One bar for each generation, as high as it is large; the one that is picked has a frame. */
final class GenerationBars extends ScrollPane {
    private static final PseudoClass PICKED = PseudoClass.getPseudoClass("picked");
    private static final double HEIGHT = 90;
    private static final double CAPTION = 20;
    private static final double STEP = 46;
    private static final double BAR = 26;
    private static final double LOWEST = 3;

    private final BackupModel model;
    private final RoundsPageModel page;
    private final Pane pane = new Pane();
    private final DoubleBinding unit = TextSize.of(1);
    private final InvalidationListener changed = property -> write();

    GenerationBars(BackupModel model, RoundsPageModel page) {
        this.model = model;
        this.page = page;
        setId("generations");
        getStyleClass().add("columns");
        setContent(pane);
        setVbarPolicy(ScrollBarPolicy.NEVER);
        setFocusTraversable(false);
        setMinHeight(Region.USE_PREF_SIZE);
        model.line().addListener(changed);
        model.picked().addListener(changed);
        model.back().checked().addListener(changed);
        unit.addListener(changed);
        pane.widthProperty().addListener((property, before, now) -> setHvalue(1));
        write();
    }

    private double scaled(double length) {
        return length * unit.get();
    }

    private void write() {
        Optional<String> focused =
                pane.getChildren().stream().filter(Node::isFocused).map(Node::getId).findFirst();
        pane.getChildren().clear();
        List<Kept> all = model.state().map(RoundState::generations).orElse(List.of());
        long largest =
                Math.max(1, all.stream().mapToLong(kept -> kept.bytes().orElse(0)).max().orElse(1));
        double x = scaled(6);
        double base = scaled(CAPTION + HEIGHT);
        for (int i = 0; i < all.size(); i++) {
            Kept kept = all.get(i);
            double height = Math.max(LOWEST, HEIGHT * kept.bytes().orElse(0) / (double) largest);
            bar(kept, x, base, scaled(kept.isThere() ? height : HEIGHT / 3));
            if (kept.generation().kind() == Generation.Kind.WHOLE && kept.isThere()) {
                caption(
                        Words.text("backup.bar.whole", Sizes.inWords(kept.bytes().getAsLong())),
                        x,
                        base - scaled(height) - scaled(CAPTION));
            }
            if (isDated(all, i)) {
                caption(when(all, i), x - scaled(6), base + 4);
            }
            x += scaled(STEP);
        }
        boolean due = model.line().get().isDue(page.now());
        if (due && !all.isEmpty()) {
            Region next = new Region();
            next.getStyleClass().add("bar-due");
            next.resizeRelocate(x, base - scaled(HEIGHT / 4), scaled(BAR), scaled(HEIGHT / 4));
            next.setManaged(false);
            pane.getChildren().add(next);
            caption(Words.text("backup.bar.due"), x, base + 4);
            x += scaled(STEP);
        }
        Region line = new Region();
        line.getStyleClass().add("bar-base");
        line.setManaged(false);
        line.resizeRelocate(0, base, x, 1);
        pane.getChildren().add(0, line);
        pane.setPrefSize(x + scaled(24), base + scaled(CAPTION) + 6);
        setPrefHeight(base + scaled(CAPTION) + 14);
        focused.flatMap(
                        id ->
                                pane.getChildren().stream()
                                        .filter(node -> id.equals(node.getId()))
                                        .findFirst())
                .ifPresent(Focus::on);
    }

    /** The picked, the last, those that are whole and the first, as far as they do not touch. */
    private boolean isDated(List<Kept> all, int index) {
        return weight(all, index) > 0
                && weight(all, index) >= weight(all, index - 1)
                && weight(all, index) > weight(all, index + 1);
    }

    /** The day, or, of several of one day, the time. */
    private static String when(List<Kept> all, int index) {
        Instant time = all.get(index).generation().time();
        String day = Dates.shortDay(time);
        boolean several =
                IntStream.of(index - 1, index + 1)
                        .filter(other -> other >= 0 && other < all.size())
                        .mapToObj(other -> Dates.shortDay(all.get(other).generation().time()))
                        .anyMatch(day::equals);
        return several ? Dates.timeOfDay(time) : day;
    }

    private int weight(List<Kept> all, int index) {
        if (index < 0 || index >= all.size()) {
            return 0;
        }
        Kept kept = all.get(index);
        if (isPicked(kept)) {
            return 4;
        }
        if (index == all.size() - 1) {
            return 3;
        }
        boolean whole = kept.generation().kind() == Generation.Kind.WHOLE;
        return index == 0 ? 1 : whole ? 2 : 0;
    }

    private boolean isPicked(Kept kept) {
        return model.picked()
                .get()
                .filter(picked -> picked.id().equals(kept.generation().id()))
                .isPresent();
    }

    private void bar(Kept kept, double x, double base, double height) {
        Region bar = new Region();
        String state = state(kept);
        bar.getStyleClass().add("bar-" + state);
        bar.setMinSize(scaled(BAR), height);
        bar.setMaxSize(scaled(BAR), height);
        Button button = new Button();
        button.setId("generation-" + kept.generation().id());
        button.setGraphic(bar);
        button.setAlignment(Pos.BOTTOM_CENTER);
        button.getStyleClass().setAll("bar-button");
        button.pseudoClassStateChanged(PICKED, isPicked(kept));
        button.setAccessibleText(
                Words.text(
                        "backup.bar",
                        Dates.minute(kept.generation().time()),
                        kept.generation().kind() == Generation.Kind.WHOLE ? "yes" : "no",
                        Sizes.inWords(kept.bytes().orElse(0)),
                        Words.text("backup.bar." + state)));
        button.setTooltip(new Tooltip(button.getAccessibleText()));
        button.setManaged(false);
        button.setDisable(!kept.isThere());
        double side = scaled(5);
        button.resizeRelocate(
                x - side, base - scaled(HEIGHT) - 4, scaled(BAR) + 2 * side, scaled(HEIGHT) + 8);
        button.setOnAction(event -> model.pick(kept.generation()));
        pane.getChildren().add(button);
    }

    /** As far as it is known: what was checked, otherwise whether it is there. */
    private String state(Kept kept) {
        if (!kept.isThere()) {
            return "missing";
        }
        Optional<RoundCheckJob.Checked> checked = model.back().of(kept.generation());
        if (checked.isEmpty()) {
            return "there";
        }
        boolean good =
                checked.get().state() == RoundCheckJob.State.WHOLE
                        && checked.get().lost().isEmpty();
        return good ? "good" : "damaged";
    }

    private void caption(String words, double x, double y) {
        Label label = new Label(words);
        label.getStyleClass().add("bar-caption");
        label.setMouseTransparent(true);
        label.relocate(x, y);
        pane.getChildren().add(label); // the pane makes it as wide as it has to be
    }
}
