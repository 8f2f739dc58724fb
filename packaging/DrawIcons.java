import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** DrawIcons SVG FOLDER: the icon in all usual sizes, as SIZE.png. Knows only the rectangles it has. */
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
