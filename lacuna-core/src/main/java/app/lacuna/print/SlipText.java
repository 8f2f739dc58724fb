package app.lacuna.print;

import java.io.IOException;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDFont;

/** Lines of text on a page. */
final class SlipText {
    private SlipText() {}

    static void write(
            PDPageContentStream out, PDFont font, float size, float x, float y, String text)
            throws IOException {
        out.beginText();
        out.setFont(font, size);
        out.newLineAtOffset(x, y);
        out.showText(shown(font, text));
        out.endText();
    }

    /**
     * A glyph that the font lacks would stop the whole page: a sign stands for it, the code has it.
     */
    static String shown(PDFont font, String text) {
        StringBuilder shown = new StringBuilder();
        text.codePoints()
                .forEach(
                        c -> {
                            String one = Character.toString(c);
                            shown.append(hasGlyph(font, one) ? one : "\u00bf");
                        });
        return shown.toString();
    }

    private static boolean hasGlyph(PDFont font, String one) {
        try {
            font.encode(one);
            return true;
        } catch (IOException | RuntimeException e) {
            return false; // that is how the library says so
        }
    }
}
