package app.lacuna.print;

import app.lacuna.common.Secret;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/**
 * One page of A4 as a PDF: the password in large letters and as a QR code (ISO/IEC 18004), and what
 * it is for. The libraries take the password as text that nobody can wipe; it is not kept longer
 * than the page takes to make.
 */
public final class KeySlip {
    private static final float LEFT = 72;
    private static final float TOP = 760;
    private static final float CODE_SIDE = 170;
    private static final int CHARACTERS_A_LINE = 24;

    private final byte[] textFont;
    private final byte[] passwordFont;

    /**
     * @param textFont a TrueType font for the words
     * @param passwordFont one in which characters are told apart easily
     */
    public KeySlip(byte[] textFont, byte[] passwordFont) {
        this.textFont = textFont.clone();
        this.passwordFont = passwordFont.clone();
    }

    /** The PDF. Whoever writes it somewhere makes a readable copy of the password. */
    public byte[] pdf(Secret password, SlipWords words) throws IOException {
        String text = password.withCharacters(Object::toString);
        try (PDDocument document = new PDDocument()) {
            PDFont font = PDType0Font.load(document, new ByteArrayInputStream(textFont), true);
            PDFont mono = PDType0Font.load(document, new ByteArrayInputStream(passwordFont), true);
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                SlipText.write(out, font, 20, LEFT, TOP, words.title());
                float y = TOP - 36;
                for (String line : words.lines()) {
                    SlipText.write(out, font, 11, LEFT, y, line);
                    y -= 18;
                }
                y -= 34;
                for (String line : inLines(text)) {
                    SlipText.write(out, mono, 24, LEFT, y, line);
                    y -= 34;
                }
                code(out, text, LEFT, y - CODE_SIDE);
                SlipText.write(out, font, 9, LEFT, 72, words.warning());
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    private static List<String> inLines(String text) {
        List<String> lines = new ArrayList<>();
        for (int at = 0; at < text.length(); at += CHARACTERS_A_LINE) {
            lines.add(text.substring(at, Math.min(text.length(), at + CHARACTERS_A_LINE)));
        }
        return lines;
    }

    private static void code(PDPageContentStream out, String text, float x, float y)
            throws IOException {
        BitMatrix matrix = matrix(text);
        float module = CODE_SIDE / matrix.getWidth();
        for (int row = 0; row < matrix.getHeight(); row++) {
            for (int column = 0; column < matrix.getWidth(); column++) {
                if (matrix.get(column, row)) {
                    out.addRect(
                            x + column * module,
                            y + CODE_SIDE - (row + 1) * module,
                            module,
                            module);
                }
            }
        }
        out.fill();
    }

    static BitMatrix matrix(String text) throws IOException {
        try {
            return new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            0,
                            0,
                            Map.of(
                                    EncodeHintType.CHARACTER_SET,
                                    "UTF-8",
                                    EncodeHintType.ERROR_CORRECTION,
                                    ErrorCorrectionLevel.M));
        } catch (WriterException e) {
            throw new IOException("too long for a QR code", e);
        }
    }
}
