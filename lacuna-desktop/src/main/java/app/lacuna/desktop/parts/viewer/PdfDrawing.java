package app.lacuna.desktop.parts.viewer;

import app.lacuna.common.CancelToken;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.rendering.PageDrawer;
import org.apache.pdfbox.rendering.PageDrawerParameters;

/** Draws pages so that drawing ends when nobody wants it any more: between two operators. */
final class PdfDrawing {
    private static final TimeLimit LIMIT = new TimeLimit(Duration.ofSeconds(30));
    private static final float SHARPNESS = 1.6f;

    /** A page that would become larger is drawn smaller. */
    private static final float MAX_SIDE = 2000;

    private final byte[] pdf;

    PdfDrawing(byte[] pdf) {
        this.pdf = pdf;
    }

    int pages(CancelToken cancel) throws IOException {
        return LIMIT.run(
                givenUp -> {
                    try (PDDocument document = Loader.loadPDF(pdf)) {
                        return document.getNumberOfPages();
                    }
                },
                cancel);
    }

    /**
     * @param points of the screen for one of ours
     */
    BufferedImage page(int page, float points, CancelToken cancel) throws IOException {
        return LIMIT.run(givenUp -> drawn(page, points, givenUp), cancel);
    }

    private BufferedImage drawn(int page, float points, CancelToken givenUp) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDRectangle box = document.getPage(page).getCropBox();
            float side = Math.max(1, Math.max(box.getWidth(), box.getHeight()));
            float scale = points * Math.min(SHARPNESS, MAX_SIDE / side);
            return new Renderer(document, givenUp).renderImage(page, scale);
        }
    }

    private static final class Renderer extends PDFRenderer {
        private final CancelToken givenUp;

        Renderer(PDDocument document, CancelToken givenUp) {
            super(document);
            this.givenUp = givenUp;
        }

        @Override
        protected PageDrawer createPageDrawer(PageDrawerParameters parameters) throws IOException {
            return new PageDrawer(parameters) {
                @Override
                protected void processOperator(Operator operator, List<COSBase> operands)
                        throws IOException {
                    givenUp.check();
                    super.processOperator(operator, operands);
                }
            };
        }
    }
}
