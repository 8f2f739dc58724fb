package app.lacuna.demo;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** A form of one page as a minimal PDF 1.4 (ISO 32000-1): a heading, lines of text, ruled lines. */
final class SheetPdf {
    private static final String PAGE =
            "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents 4 0 R"
                    + " /Resources << /Font << /F1 5 0 R >> >> >>";

    private SheetPdf() {}

    static byte[] of(String heading, List<String> lines) {
        String contents = contents(heading, lines);
        List<String> objects =
                List.of(
                        "<< /Type /Catalog /Pages 2 0 R >>",
                        "<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
                        PAGE,
                        "<< /Length "
                                + contents.length()
                                + " >>\nstream\n"
                                + contents
                                + "\nendstream",
                        "<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>");
        return assemble(objects);
    }

    private static String contents(String heading, List<String> lines) {
        StringBuilder out = new StringBuilder();
        out.append("BT /F1 20 Tf 56 770 Td (").append(escaped(heading)).append(") Tj ET\n");
        int y = 730;
        for (String line : lines) {
            out.append("BT /F1 11 Tf 56 ").append(y).append(" Td (");
            out.append(escaped(line)).append(") Tj ET\n");
            out.append("0.8 G 56 ").append(y - 7).append(" m 539 ").append(y - 7).append(" l S\n");
            y -= 28;
        }
        return out.toString();
    }

    private static String escaped(String text) {
        return text.replace("\\", "\\\\").replace("(", "\\(").replace(")", "\\)");
    }

    private static byte[] assemble(List<String> objects) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        List<Integer> offsets = new ArrayList<>();
        write(out, "%PDF-1.4\n");
        for (int i = 0; i < objects.size(); i++) {
            offsets.add(out.size());
            write(out, (i + 1) + " 0 obj\n" + objects.get(i) + "\nendobj\n");
        }
        int table = out.size();
        write(out, "xref\n0 " + (objects.size() + 1) + "\n0000000000 65535 f \n");
        offsets.forEach(offset -> write(out, String.format("%010d 00000 n \n", offset)));
        write(
                out,
                "trailer << /Size "
                        + (objects.size() + 1)
                        + " /Root 1 0 R >>\nstartxref\n"
                        + table
                        + "\n%%EOF\n");
        return out.toByteArray();
    }

    private static void write(ByteArrayOutputStream out, String text) {
        out.writeBytes(text.getBytes(StandardCharsets.ISO_8859_1));
    }
}
