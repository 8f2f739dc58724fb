package app.lacuna.desktop.parts.viewer;

import app.lacuna.base.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import java.io.IOException;
import javafx.scene.image.Image;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.rendering.PDFRenderer;

/** A PDF, drawn page by page in the background; nothing of it is kept in files. */
final class PdfStage extends VBox {
    private static final float SHARPNESS = 1.6f;

    /** A page that would become larger is drawn smaller. */
    private static final float MAX_SIDE = 2000;

    private final byte[] pdf;
    private final Job drawing;
    private final PictureStage picture = new PictureStage(Words.text("viewer.pdf-page")).framed();

    PdfStage(byte[] pdf, Lifetime life) {
        super(6);
        this.pdf = pdf;
        drawing = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        setMinSize(0, 0);
        VBox.setVgrow(picture, Priority.ALWAYS);
        getChildren().setAll(Page.label(Words.text("viewer.reading"), Styles.SECONDARY));
        drawing.start((listener, cancel) -> countPages(), this::begin);
    }

    private int countPages() throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return document.getNumberOfPages();
        }
    }

    private void begin(Outcome<Integer> pages) {
        if (pages instanceof Outcome.Done<Integer> done && done.value() > 0) {
            getChildren().setAll(picture, new Pager(done.value(), this::draw));
        } else {
            failed();
        }
    }

    private void failed() {
        getChildren().setAll(Page.label(Words.text("viewer.broken-pdf"), Styles.SECONDARY));
    }

    private void draw(int page) {
        double points = getScene() == null ? 1 : getScene().getWindow().getOutputScaleX();
        drawing.start(
                (listener, cancel) -> drawn(page, (float) points),
                outcome -> {
                    if (outcome instanceof Outcome.Done<Image> done) {
                        picture.show(done.value());
                    } else {
                        failed();
                    }
                });
    }

    /** On a screen of high resolution with as many points as it has. */
    private Image drawn(int page, float points) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDRectangle box = document.getPage(page).getCropBox();
            float side = Math.max(1, Math.max(box.getWidth(), box.getHeight()));
            float scale = points * Math.min(SHARPNESS, MAX_SIDE / side);
            return Pictures.forScreen(new PDFRenderer(document).renderImage(page, scale));
        }
    }
}
