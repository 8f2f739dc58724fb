package app.lacuna.desktop.parts.viewer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.FutureTask;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

class PdfDrawingTest {
    private static final COSName NEXT = COSName.getPDFName("N");

    /** Forms within forms (ISO 32000-1, 8.10): each draws the next one ten times. */
    private static byte[] pdf(int depth) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDFormXObject form = form(document, "0 0 1 1 re f ");
            for (int i = 1; i < depth; i++) {
                PDFormXObject outer = form(document, "/N Do ".repeat(10));
                outer.getResources().put(NEXT, form);
                form = outer;
            }
            PDPage page = new PDPage(new PDRectangle(100, 100));
            page.setResources(new PDResources());
            page.getResources().put(NEXT, form);
            PDStream contents = new PDStream(document);
            try (var out = contents.createOutputStream()) {
                out.write("/N Do ".getBytes(StandardCharsets.US_ASCII));
            }
            page.setContents(contents);
            document.addPage(page);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    private static PDFormXObject form(PDDocument document, String operators) throws IOException {
        PDFormXObject form = new PDFormXObject(document);
        form.setBBox(new PDRectangle(100, 100));
        form.setResources(new PDResources());
        try (var out = form.getStream().createOutputStream()) {
            out.write(operators.getBytes(StandardCharsets.US_ASCII));
        }
        return form;
    }

    @Test
    void page_isDrawn() throws IOException {
        PdfDrawing drawing = new PdfDrawing(pdf(2));
        assertThat(drawing.pages(CancelToken.never())).isEqualTo(1);
        assertThat(drawing.page(0, 1, CancelToken.never()).getWidth()).isEqualTo(160);
    }

    /** Ten thousand million rectangles: it would take days. */
    @Test
    @Timeout(25)
    void page_thatDoesNotEnd_canBeCancelled() throws Exception {
        PdfDrawing drawing = new PdfDrawing(pdf(11));
        CancelSource cancel = new CancelSource();
        CountDownLatch began = new CountDownLatch(1);
        FutureTask<BufferedImage> waiting =
                new FutureTask<>(
                        () -> {
                            began.countDown();
                            return drawing.page(0, 1, cancel);
                        });
        new Thread(waiting).start();
        began.await();
        cancel.cancel();
        assertThatThrownBy(waiting::get).hasCauseInstanceOf(CancellationException.class);
    }

    @Test
    @Timeout(25)
    void work_thatTakesTooLong_isGivenUp() {
        CountDownLatch never = new CountDownLatch(1);
        TimeLimit limit = new TimeLimit(Duration.ofMillis(1));
        assertThatThrownBy(
                        () ->
                                limit.run(
                                        givenUp -> {
                                            wait(never);
                                            return 1;
                                        },
                                        CancelToken.never()))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("took more than");
        never.countDown();
    }

    private static void wait(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void work_thatFails_failsAsItDid() {
        TimeLimit limit = new TimeLimit(Duration.ofSeconds(30));
        assertThatThrownBy(
                        () ->
                                limit.run(
                                        givenUp -> {
                                            throw new IOException("no such page");
                                        },
                                        CancelToken.never()))
                .isInstanceOf(IOException.class)
                .hasMessage("no such page");
    }
}
