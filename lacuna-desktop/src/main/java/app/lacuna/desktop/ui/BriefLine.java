package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.DoubleBinding;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;

/**
 * The sentence at the top of a place. Its underlined words can be clicked; other weighty words are
 * only set in bold.
 */
public final class BriefLine extends TextFlow {
    private static final double LONGEST = 640;

    /** What has more characters is a name; it is shortened. */
    private static final int LONGEST_TO_WRAP = 80;

    private final DoubleBinding usual = TextSize.of(LONGEST);

    /** A word is never wider than the page. */
    private final DoubleBinding longest =
            Bindings.createDoubleBinding(
                    () -> getWidth() > 0 ? Math.min(usual.get(), getWidth()) : usual.get(),
                    usual,
                    widthProperty());

    public BriefLine() {
        getStyleClass().add(Styles.BRIEF);
    }

    public BriefLine clear() {
        getChildren().clear();
        return this;
    }

    public BriefLine say(String words) {
        Text text = new Text(words);
        text.getStyleClass().add("brief-text");
        getChildren().add(text);
        return this;
    }

    /** A weighty word that can not be changed. */
    public BriefLine fact(String words, String... styles) {
        if (words.indexOf(' ') >= 0 && words.length() <= LONGEST_TO_WRAP) {
            Text text = new Text(words);
            text.getStyleClass().add("brief-fact");
            text.getStyleClass().addAll(styles);
            getChildren().add(text);
            return this;
        }
        Label label = new Label(words);
        label.getStyleClass().add("brief-fact");
        label.getStyleClass().addAll(styles);
        label.maxWidthProperty().bind(longest);
        getChildren().add(label);
        return this;
    }

    /** A word that opens something when it is clicked. */
    public Button word(String id, String words, String accessible, String... styles) {
        Button word = new Button(words);
        word.setId(id);
        word.getStyleClass().setAll(Styles.BRIEF_WORD);
        word.getStyleClass().addAll(styles);
        word.setAccessibleText(accessible);
        word.maxWidthProperty().bind(longest);
        getChildren().add(word);
        return word;
    }
}
