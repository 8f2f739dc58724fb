package app.lacuna.print;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** Slips for the cases of discs as a PDF: three on a page of A4, to be cut out. */
public final class CoverSlips {
    private static final float POINTS_IN_MM = 72 / 25.4f;

    /** What goes into a case; its height leaves room for three on a page. */
    private static final float WIDTH = 120 * POINTS_IN_MM;

    private static final float HEIGHT = 88 * POINTS_IN_MM;
    private static final float GAP = 6 * POINTS_IN_MM;
    private static final float INSIDE = 18;
    private static final int ON_A_PAGE = 3;
    private static final float LINE = 15;
    private static final float TEXT = 10;

    private final byte[] textFont;
    private final byte[] nameFont;

    /**
     * @param textFont a TrueType font for the words
     * @param nameFont one for the name
     */
    public CoverSlips(byte[] textFont, byte[] nameFont) {
        this.textFont = textFont.clone();
        this.nameFont = nameFont.clone();
    }

    public byte[] pdf(List<CoverSlip> slips) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDFont text = PDType0Font.load(document, new ByteArrayInputStream(textFont), true);
            PDFont name = PDType0Font.load(document, new ByteArrayInputStream(nameFont), true);
            for (int first = 0; first < slips.size(); first += ON_A_PAGE) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                    int last = Math.min(slips.size(), first + ON_A_PAGE);
                    for (int i = first; i < last; i++) {
                        write(out, slips.get(i), i - first, text, name);
                    }
                }
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    private static void write(
            PDPageContentStream out, CoverSlip slip, int place, PDFont text, PDFont name)
            throws IOException {
        PDRectangle paper = PDRectangle.A4;
        float left = (paper.getWidth() - WIDTH) / 2;
        float margin = (paper.getHeight() - ON_A_PAGE * HEIGHT - (ON_A_PAGE - 1) * GAP) / 2;
        float top = paper.getHeight() - margin - place * (HEIGHT + GAP);
        out.setLineWidth(0.5f);
        out.setStrokingColor(0.6f);
        out.addRect(left, top - HEIGHT, WIDTH, HEIGHT);
        out.stroke();
        float y = top - 48;
        SlipText.write(out, name, 26, left + INSIDE, y, slip.name());
        y -= 28;
        SlipText.write(out, text, 14, left + INSIDE, y, slip.number());
        y -= 26;
        for (String line : slip.lines()) {
            for (String row : rows(text, line)) {
                if (y > top - HEIGHT + INSIDE) {
                    SlipText.write(out, text, TEXT, left + INSIDE, y, row);
                }
                y -= LINE;
            }
        }
    }

    /** As much on a row as there is room for. */
    private static List<String> rows(PDFont font, String line) throws IOException {
        List<String> rows = new ArrayList<>();
        StringBuilder row = new StringBuilder();
        for (String word : line.split(" ")) {
            String longer = row.isEmpty() ? word : row + " " + word;
            if (!row.isEmpty() && width(font, longer) > WIDTH - 2 * INSIDE) {
                rows.add(row.toString());
                row = new StringBuilder(word);
            } else {
                row = new StringBuilder(longer);
            }
        }
        rows.add(row.toString());
        return rows;
    }

    private static float width(PDFont font, String text) throws IOException {
        return font.getStringWidth(SlipText.shown(font, text)) / 1000 * TEXT;
    }
}
