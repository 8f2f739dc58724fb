package app.lacuna.desktop.parts.viewer;

import app.lacuna.common.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** A PDF, drawn page by page in the background; nothing of it is kept in files. */
final class PdfStage extends VBox {

    private final PdfDrawing pdf;
    private final Job drawing;
    private final PictureStage picture = new PictureStage(Words.text("viewer.pdf-page")).framed();

    PdfStage(byte[] pdf, Lifetime life) {
        super(6);
        this.pdf = new PdfDrawing(pdf);
        drawing = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        setMinSize(0, 0);
        VBox.setVgrow(picture, Priority.ALWAYS);
        getChildren().setAll(Page.label(Words.text("viewer.reading"), Styles.SECONDARY));
        drawing.start((listener, cancel) -> this.pdf.pages(cancel), this::begin);
    }

    private void begin(Outcome<Integer> pages) {
        pages.match(
                count -> {
                    if (count > 0) {
                        getChildren().setAll(picture, new Pager(count, this::draw));
                    } else {
                        failed();
                    }
                },
                cause -> failed());
    }

    private void failed() {
        getChildren().setAll(Page.label(Words.text("viewer.broken-pdf"), Styles.SECONDARY));
    }

    private void draw(int page) {
        double points = getScene() == null ? 1 : getScene().getWindow().getOutputScaleX();
        drawing.start(
                (listener, cancel) -> Pictures.forScreen(pdf.page(page, (float) points, cancel)),
                outcome -> outcome.match(picture::show, cause -> failed()));
    }
}
