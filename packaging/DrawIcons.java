import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** DrawIcons SVG FOLDER: the icon in all usual sizes, as SIZE.png, and
 * together as lacuna.ico and lacuna.icns. Knows only the rectangles it has. */
final class DrawIcons {
    private static final int[] SIZES = {16, 22, 24, 32, 48, 64, 128, 256, 512};
    private static final double UNITS = 128;

    public static void main(String[] arguments) throws Exception {
        NodeList shapes =
                DocumentBuilderFactory.newInstance()
                        .newDocumentBuilder()
                        .parse(Path.of(arguments[0]).toFile())
                        .getElementsByTagName("rect");
        Path folder = Files.createDirectories(Path.of(arguments[1]));
        for (int size : SIZES) {
            BufferedImage image = new BufferedImage(size, size, BufferedImage.TYPE_INT_ARGB);
            Graphics2D graphics = image.createGraphics();
            graphics.setRenderingHint(
                    RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
            graphics.setRenderingHint(
                    RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
            graphics.scale(size / UNITS, size / UNITS);
            for (int i = 0; i < shapes.getLength(); i++) {
                draw((Element) shapes.item(i), graphics);
            }
            graphics.dispose();
            ImageIO.write(image, "png", folder.resolve(size + ".png").toFile());
        }
        Files.write(folder.resolve("lacuna.ico"), ofWindows(folder, 16, 24, 32, 48, 64, 128, 256));
        Files.write(folder.resolve("lacuna.icns"), ofMac(folder));
    }

    /** ICO: a header, a line for each picture, and the pictures as PNG. */
    private static byte[] ofWindows(Path folder, int... sizes) throws IOException {
        int at = 6 + 16 * sizes.length;
        ByteBuffer file = ByteBuffer.allocate(1 << 20).order(ByteOrder.LITTLE_ENDIAN);
        file.putShort((short) 0).putShort((short) 1).putShort((short) sizes.length);
        ByteArrayOutputStream pictures = new ByteArrayOutputStream();
        for (int size : sizes) {
            byte[] png = Files.readAllBytes(folder.resolve(size + ".png"));
            file.put((byte) size).put((byte) size).putShort((short) 0); // 256 is written as 0
            file.putShort((short) 1).putShort((short) 32).putInt(png.length);
            file.putInt(at + pictures.size());
            pictures.write(png);
        }
        file.put(pictures.toByteArray());
        return Arrays.copyOf(file.array(), file.position());
    }

    /** ICNS: a header, and the pictures as PNG, each under the name of its size. */
    private static byte[] ofMac(Path folder) throws IOException {
        ByteBuffer file = ByteBuffer.allocate(1 << 20);
        file.put("icns".getBytes(StandardCharsets.US_ASCII)).putInt(0);
        for (String[] each : new String[][] {{"ic07", "128"}, {"ic08", "256"}, {"ic09", "512"}}) {
            byte[] png = Files.readAllBytes(folder.resolve(each[1] + ".png"));
            file.put(each[0].getBytes(StandardCharsets.US_ASCII)).putInt(png.length + 8).put(png);
        }
        return Arrays.copyOf(file.putInt(4, file.position()).array(), file.position());
    }

    private static void draw(Element rect, Graphics2D graphics) {
        double round = 2 * number(rect, "rx");
        RoundRectangle2D shape =
                new RoundRectangle2D.Double(
                        number(rect, "x"),
                        number(rect, "y"),
                        number(rect, "width"),
                        number(rect, "height"),
                        round,
                        round);
        if (!rect.getAttribute("fill").equals("none")) {
            graphics.setColor(Color.decode(rect.getAttribute("fill")));
            graphics.fill(shape);
        }
        if (!rect.getAttribute("stroke").isEmpty()) {
            String[] dashes = rect.getAttribute("stroke-dasharray").split(" ");
            float[] pattern = new float[dashes.length];
            for (int i = 0; i < dashes.length; i++) {
                pattern[i] = Float.parseFloat(dashes[i]);
            }
            graphics.setColor(Color.decode(rect.getAttribute("stroke")));
            graphics.setStroke(
                    new BasicStroke(
                            (float) number(rect, "stroke-width"),
                            BasicStroke.CAP_BUTT,
                            BasicStroke.JOIN_ROUND,
                            1,
                            pattern,
                            0));
            graphics.draw(shape);
        }
    }

    private static double number(Element rect, String name) {
        return Double.parseDouble(rect.getAttribute(name));
    }
}
