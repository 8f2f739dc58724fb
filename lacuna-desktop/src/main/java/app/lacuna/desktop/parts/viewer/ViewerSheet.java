package app.lacuna.desktop.parts.viewer;

import app.lacuna.common.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.CopiedText;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.preview.Preview;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.jspecify.annotations.Nullable;

/** Shows the chosen entry from memory, and says so. */
public final class ViewerSheet extends VBox {
    private final Label name = new Label();
    private final Label memory = new Label(Words.text("viewer.memory"));
    private final StackPane stage = new StackPane();
    private final Label detail = Page.label("", Styles.SECONDARY);
    private final HBox foot = new HBox();
    private final Button outside;
    private final CopiedText copied;
    private final Lifetime life;
    private final Job decoding;
    private @Nullable Preview shownNow;
    private String path = "";
    private String rest = "";
    private UnaryOperator<String> points = text -> text;

    /**
     * @param openOutside told the path of the entry that is to be opened in its own program
     */
    public ViewerSheet(
            ViewerModel model, CopiedText copied, Lifetime life, Consumer<String> openOutside) {
        this.copied = copied;
        this.life = life;
        this.decoding = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        getStyleClass().add(Styles.SHEET);
        setId("viewer");
        name.getStyleClass().add(Styles.CARD_TITLE);
        name.setMinWidth(0);
        memory.getStyleClass().addAll(Styles.CAPTION, Styles.PROTECTED);
        memory.setMinWidth(USE_PREF_SIZE);
        HBox head = new HBox(12, name, Page.spacer(), memory);
        head.setAlignment(Pos.CENTER_LEFT);
        head.getStyleClass().add(Styles.SHEET_HEAD);
        outside =
                Page.link(
                        "open-outside",
                        Words.text("viewer.outside"),
                        () -> openOutside.accept(path));
        foot.getChildren().setAll(footWords());
        foot.getStyleClass().add(Styles.SHEET_FOOT);
        detail.setId("viewer-detail");
        stage.getStyleClass().add("viewer-stage");
        stage.setMinHeight(160);
        stage.setMinWidth(0);
        VBox.setVgrow(stage, Priority.ALWAYS);
        getChildren().setAll(head, stage, foot);
        model.viewed().addListener((property, before, now) -> show(now));
        show(model.viewed().get());
    }

    private VBox footWords() {
        Text leaves = new Text(Words.text("viewer.outside.leaves"));
        leaves.getStyleClass().add("secondary-text");
        TextFlow line = new TextFlow(outside, leaves);
        line.visibleProperty().bind(outside.visibleProperty());
        line.managedProperty().bind(line.visibleProperty());
        return new VBox(1, detail, line);
    }

    private void show(Viewed viewed) {
        memory.setVisible(viewed instanceof Viewed.Shown);
        outside.setVisible(viewed instanceof Viewed.Shown shown && shown.inArchive());
        if (viewed instanceof Viewed.Shown shown) {
            path = shown.path();
            showContents(shown);
            return;
        }
        shownNow = null;
        if (viewed instanceof Viewed.Nothing) {
            fill("", words(Words.text("viewer.nothing")), "");
        } else if (viewed instanceof Viewed.Reading reading) {
            fill(reading.name(), words(Words.text("viewer.reading")), "");
        } else if (viewed instanceof Viewed.Failed failed) {
            fill(failed.name(), failure(failed.failure()), "");
        }
    }

    /** What is only said to be checked meanwhile stays as it is, at its page. */
    private void showContents(Viewed.Shown shown) {
        String size = size(shown);
        if (shown.preview() == shownNow) {
            rest = size + more(shown.preview());
            detail.setText(points.apply(rest));
            return;
        }
        shownNow = shown.preview();
        points = text -> text;
        rest = size + more(shown.preview());
        fill(shown.name(), content(shown), rest);
    }

    private static String size(Viewed.Shown shown) {
        String size = Sizes.inWords(shown.size());
        if (!shown.inArchive()) {
            return Words.text("viewer.not-packed", size);
        }
        if (shown.preview() instanceof Preview.TooLarge) {
            return size;
        }
        return Words.text(shown.archiveChecked() ? "viewer.checked" : "viewer.unchecked", size);
    }

    private static String more(Preview preview) {
        if (preview instanceof Preview.Text text) {
            return Words.text("viewer.encoding", text.pages().encoding());
        }
        if (preview instanceof Preview.Grid grid) {
            String rows = Words.text("viewer.rows", grid.table().rows().size());
            return rows + (grid.table().isCut() ? Words.text("viewer.cut") : "");
        }
        return "";
    }

    private Node content(Viewed.Shown shown) {
        Preview preview = shown.preview();
        if (preview instanceof Preview.Text text) {
            return new TextStage(text.pages(), copied);
        }
        if (preview instanceof Preview.Grid grid) {
            return new TableStage(grid.table());
        }
        if (preview instanceof Preview.Picture picture) {
            return picture(shown, picture);
        }
        if (preview instanceof Preview.Pdf pdf) {
            return new PdfStage(pdf.bytes(), life);
        }
        if (preview instanceof Preview.Sound sound) {
            return new SoundStage(sound.bytes());
        }
        if (preview instanceof Preview.Bytes bytes) {
            return new HexStage(bytes.lines());
        }
        long limit = ((Preview.TooLarge) preview).limit();
        return words(Words.text("viewer.large", Sizes.inWords(limit)));
    }

    /** Decoded in the background; what was chosen meanwhile wins. */
    private Node picture(Viewed.Shown shown, Preview.Picture picture) {
        PictureStage pictureStage = new PictureStage(Words.text("viewer.picture", shown.name()));
        decoding.start(
                (listener, cancel) ->
                        Pictures.decode(picture.bytes(), picture.orientation(), cancel),
                outcome -> decoded(shown, pictureStage, outcome));
        return pictureStage;
    }

    private void decoded(
            Viewed.Shown shown, PictureStage pictureStage, Outcome<Pictures.Decoded> outcome) {
        if (shownNow != shown.preview()) {
            return;
        }
        outcome.match(done -> show(pictureStage, done), this::notDecoded);
    }

    private void show(PictureStage pictureStage, Pictures.Decoded done) {
        pictureStage.show(done.image());
        points = text -> Words.text("viewer.points", done.width(), done.height(), text);
        detail.setText(points.apply(rest));
    }

    private void notDecoded(Throwable cause) {
        boolean many = cause instanceof Pictures.TooManyPoints;
        String key = many ? "viewer.many-points" : "viewer.broken-picture";
        stage.getChildren().setAll(words(Words.text(key)));
    }

    private void fill(String title, Node content, String details) {
        name.setText(title);
        stage.getChildren().setAll(content);
        detail.setText(details);
        foot.setVisible(!details.isEmpty());
    }

    /** Lets go of what was shown. */
    public void forget() {
        shownNow = null;
        stage.getChildren().clear();
        name.setText("");
        detail.setText("");
        path = "";
        rest = "";
        points = text -> text;
    }

    private static Node words(String words) {
        return Page.label(words, Styles.SECONDARY);
    }

    private static Node failure(FailureText failure) {
        VBox box =
                new VBox(
                        4,
                        Page.label(failure.what(), "message-what"),
                        Page.label(failure.safe() + " " + failure.next(), Styles.SECONDARY));
        box.setMaxHeight(USE_PREF_SIZE);
        box.getStyleClass().add("viewer-failure");
        return box;
    }
}
