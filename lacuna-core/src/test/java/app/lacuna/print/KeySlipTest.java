package app.lacuna.print;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.Secret;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The page is read back: its text by PDFBox, its code, rendered, by the reader of the library. */
class KeySlipTest {
    private static final SlipWords WORDS =
            new SlipWords(
                    "Key slip",
                    List.of("For winter-notes.zip", "Made on 24 Nov 2026"),
                    "Whoever reads this page can open the archive.");

    private static byte[] font(String name) throws IOException {
        return Files.readAllBytes(
                Path.of("../lacuna-desktop/src/main/resources/app/lacuna/desktop/fonts", name));
    }

    private static byte[] slip(String password) throws IOException {
        try (Secret secret = Secret.takeOver(password.toCharArray())) {
            return new KeySlip(font("IBMPlexSans-Regular.ttf"), font("IBMPlexMono-Regular.ttf"))
                    .pdf(secret, WORDS);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"KLMNPQRS23456789", "second hut by the dyke", "wörd-отчёт", "日本 hut"})
    void codeOnThePageIsThePassword(String password) throws Exception {
        try (PDDocument document = Loader.loadPDF(slip(password))) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
            BufferedImage page = new PDFRenderer(document).renderImageWithDPI(0, 150);
            int[] pixels =
                    page.getRGB(0, 0, page.getWidth(), page.getHeight(), null, 0, page.getWidth());
            var bitmap =
                    new BinaryBitmap(
                            new HybridBinarizer(
                                    new RGBLuminanceSource(
                                            page.getWidth(), page.getHeight(), pixels)));
            assertThat(new QRCodeReader().decode(bitmap).getText()).isEqualTo(password);
        }
    }

    @Test
    void wordsAndPasswordStandOnThePage() throws IOException {
        try (PDDocument document = Loader.loadPDF(slip("KLMNPQRS23456789"))) {
            assertThat(new PDFTextStripper().getText(document))
                    .contains("Key slip")
                    .contains("For winter-notes.zip")
                    .contains("KLMNPQRS23456789")
                    .contains("Whoever reads this page");
        }
    }

    @Test
    void longPasswordsGetSeveralLines() throws IOException {
        String password = "anchor-heron-willow-teapot-linen-otter-pebble";
        try (PDDocument document = Loader.loadPDF(slip(password))) {
            String text = new PDFTextStripper().getText(document).replaceAll("\\s", "");
            assertThat(text).contains(password);
        }
        BitMatrix matrix = KeySlip.matrix("x".repeat(900));
        assertThat(matrix.getWidth()).isGreaterThan(100);
    }
}
