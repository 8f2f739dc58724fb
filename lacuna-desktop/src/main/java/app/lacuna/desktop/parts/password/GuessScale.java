package app.lacuna.desktop.parts.password;

import app.lacuna.archive.Protection;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.GuessTimes;
import app.lacuna.desktop.words.Words;
import app.lacuna.password.Attacker;
import app.lacuna.password.GuessCost;
import app.lacuna.password.Strength;
import app.lacuna.password.TimeToGuess;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.beans.value.ObservableValue;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * How long guessing takes: a scale from seconds to the age of the Earth, three marks, a sentence.
 */
public final class GuessScale extends VBox {
    private static final double HEIGHT = 18;
    private static final double BAR = 6;

    private final StrengthModel model;
    private final ObservableValue<GuessCost> cost;
    private final InvalidationListener changed = property -> draw();
    private final Pane scale = new Pane();
    private final Region bar = new Region();
    private final Pane captions = new Pane();
    private final Label words = Page.label("", Styles.SECONDARY);

    /**
     * @param cost of one guess in the form that the password is for
     */
    public GuessScale(StrengthModel model, ObservableValue<GuessCost> cost) {
        super(4);
        this.model = model;
        this.cost = cost;
        setId("guess-scale");
        words.setId("guess-words");
        words.setMinHeight(Region.USE_PREF_SIZE);
        bar.getStyleClass().add("guess-bar");
        bar.setManaged(false);
        scale.setMinHeight(HEIGHT);
        scale.setPrefHeight(HEIGHT);
        captions.setMinHeight(16);
        captions.setPrefHeight(16);
        getChildren().setAll(scale, captions, words);
        scale.widthProperty().addListener((property, before, now) -> draw());
        model.strength().addListener(new WeakInvalidationListener(changed));
        cost.addListener(new WeakInvalidationListener(changed));
        draw();
    }

    /** Of entries in ZIP archives. */
    public static GuessCost costOf(Protection protection) {
        return protection.strength().isPresent() ? GuessCost.AES_ENTRY : GuessCost.TRADITIONAL;
    }

    private void draw() {
        Optional<Strength> strength = model.strength().get();
        boolean shown = strength.isPresent();
        setVisible(shown);
        setManaged(shown);
        if (!shown) {
            return;
        }
        GuessCost cost = this.cost.getValue();
        double width = scale.getWidth();
        bar.resizeRelocate(0, (HEIGHT - BAR) / 2, width, BAR);
        scale.getChildren().setAll(bar);
        for (Attacker attacker : Attacker.values()) {
            TimeToGuess time = TimeToGuess.of(strength.get(), cost, attacker);
            mark(time, width);
        }
        captions(width);
        words.setText(sentence(strength.get(), cost));
    }

    private void mark(TimeToGuess time, double width) {
        Region mark = new Region();
        mark.getStyleClass().add("guess-mark");
        mark.setManaged(false);
        mark.setAccessibleText(
                Words.text("attacker." + time.attacker()) + ": " + GuessTimes.words(time));
        mark.resizeRelocate(time.onScale() * Math.max(0, width - 3), 0, 3, HEIGHT);
        Tooltip.install(
                mark,
                new Tooltip(
                        Words.text("attacker." + time.attacker())
                                + ": "
                                + GuessTimes.words(time)
                                + "\n"
                                + Words.text(
                                        "attacker.rate",
                                        GuessTimes.rate(
                                                time.attacker()
                                                        .guessesPerSecond(GuessCost.AES_ENTRY)))));
        scale.getChildren().add(mark);
    }

    private void captions(double width) {
        captions.getChildren().clear();
        double end = TimeToGuess.AGE_OF_THE_EARTH_LOG10;
        caption("scale.seconds", 0, width, 0);
        caption("scale.days", Math.log10(86_400) / end, width, 0.5);
        caption("scale.years", Math.log10(31_557_600.0 * 100) / end, width, 0.5);
        caption("scale.earth", 1, width, 1);
    }

    private void caption(String key, double at, double width, double anchor) {
        Label label = new Label(Words.text(key));
        label.getStyleClass().add("guess-caption");
        label.setManaged(false);
        captions.getChildren().add(label);
        label.applyCss();
        double own = label.prefWidth(-1);
        label.resizeRelocate(at * width - anchor * own, 0, own, label.prefHeight(-1));
    }

    private static String sentence(Strength strength, GuessCost cost) {
        if (cost == GuessCost.TRADITIONAL) {
            return Words.text("guess.traditional");
        }
        String times =
                Words.text(
                        "guess.times",
                        GuessTimes.words(TimeToGuess.of(strength, cost, Attacker.RACK)),
                        GuessTimes.words(TimeToGuess.of(strength, cost, Attacker.LAPTOP)));
        String why =
                strength.weakness()
                        .map(weakness -> " " + Words.text("weakness." + weakness))
                        .orElse("");
        return times + why;
    }
}
