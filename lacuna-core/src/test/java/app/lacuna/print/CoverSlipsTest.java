package app.lacuna.print;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

class CoverSlipsTest {
    private static byte[] font(String name) throws IOException {
        return Files.readAllBytes(
                Path.of("../lacuna-desktop/src/main/resources/app/lacuna/desktop/fonts", name));
    }

    private static byte[] pdf(int count) throws IOException {
        List<CoverSlip> slips = new ArrayList<>();
        for (int number = 1; number <= count; number++) {
            slips.add(
                    new CoverSlip(
                            "SALTMARSH",
                            "Disc " + number + " of " + count,
                            List.of(
                                    "26 Nov 2026",
                                    "Hint: дамба " + "very long ".repeat(40),
                                    "Any one may be lost.")));
        }
        return new CoverSlips(font("IBMPlexSans-Regular.ttf"), font("IBMPlexSans-Regular.ttf"))
                .pdf(slips);
    }

    @Test
    void threeAreOnAPage() throws IOException {
        for (int count : new int[] {1, 3, 4, 50}) {
            try (PDDocument document = Loader.loadPDF(pdf(count))) {
                assertThat(document.getNumberOfPages()).isEqualTo((count + 2) / 3);
                String text = new PDFTextStripper().getText(document);
                for (int number = 1; number <= count; number++) {
                    assertThat(text).contains("Disc " + number + " of " + count);
                }
            }
        }
    }

    @Test
    void aLongLineIsBrokenAndNothingLeavesItsSlip() throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf(1))) {
            String text = new PDFTextStripper().getText(document);
            assertThat(text.lines().filter(line -> line.contains("very long")).count())
                    .isGreaterThan(3);
            assertThat(text.lines()).allSatisfy(line -> assertThat(line).hasSizeLessThan(80));
        }
    }
}
