package app.lacuna.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

/**
 * A picture of a patch of trench floor seen from above: layered soil, a burnt patch, stones, a
 * scale bar of a metre, and the grain of a photograph. The grain is what makes it incompressible.
 */
final class TrenchPicture {
    private static final float QUALITY = 0.93f;
    private static final int GRAIN = 26;

    private final int width;
    private final int height;
    private final Chance chance;
    private final SoilNoise noise;

    TrenchPicture(int width, int height, Chance chance) {
        this.width = width;
        this.height = height;
        this.chance = chance;
        this.noise = new SoilNoise(chance.nextLong());
    }

    byte[] jpeg() throws IOException {
        BufferedImage image = soil();
        Graphics2D pen = image.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        stones(pen);
        scaleBar(pen);
        pen.dispose();
        grain(image);
        return encode(image);
    }

    /** Brown earth, darker in layers, and a burnt patch in the middle somewhere. */
    private BufferedImage soil() {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        double hearthX = chance.between(0.35, 0.65) * width;
        double hearthY = chance.between(0.35, 0.65) * height;
        double hearth = chance.between(0.14, 0.22) * width;
        double slope = chance.between(-0.4, 0.4);
        int[] row = new int[width];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                double u = (double) x / width;
                double v = (double) y / width;
                // Each finer layer is turned, so that the grids of the noise do not show.
                double clods =
                        noise.at(u * 9, v * 9) * 0.5
                                + noise.at(u * 24 + v * 17, v * 24 - u * 17) * 0.22
                                + noise.at(u * 50 - v * 83, v * 50 + u * 83) * 0.15;
                double layer = 0.12 * Math.sin((v + slope * u) * 11 + clods * 2.5);
                double away = Math.hypot((x - hearthX) / 1.3, y - hearthY) / hearth;
                double burnt = 1 / (1 + Math.exp((away + clods * 0.35 - 0.9) * 9));
                row[x] = earth(0.55 + 0.32 * clods + layer, burnt);
            }
            image.setRGB(0, y, width, 1, row, 0, width);
        }
        return image;
    }

    private static int earth(double light, double burnt) {
        double keep = 1 - 0.72 * burnt;
        int red = channel(150 * light * keep + 34 * burnt);
        int green = channel(122 * light * keep + 12 * burnt);
        int blue = channel(88 * light * keep + 6 * burnt);
        return red << 16 | green << 8 | blue;
    }

    private static int channel(double value) {
        return (int) Math.max(0, Math.min(255, value));
    }

    private void stones(Graphics2D pen) {
        int count = 14 + chance.below(20);
        for (int i = 0; i < count; i++) {
            double radius = chance.between(0.006, 0.028) * width;
            double x = chance.between(0, width);
            double y = chance.between(0, height);
            pen.setColor(new Color(20, 14, 8, 120));
            pen.fill(stone(x + radius * 0.25, y + radius * 0.3, radius));
            int grey = 120 + chance.below(80);
            pen.setColor(new Color(grey, grey - 8, grey - 22));
            pen.fill(stone(x, y, radius));
            pen.setColor(new Color(255, 250, 235, 50));
            pen.fill(
                    new Ellipse2D.Double(x - radius * 0.5, y - radius * 0.6, radius, radius * 0.7));
        }
    }

    private Path2D stone(double x, double y, double radius) {
        Path2D outline = new Path2D.Double();
        int corners = 24;
        for (int i = 0; i < corners; i++) {
            double angle = 2 * Math.PI * i / corners;
            double reach =
                    radius * (0.9 + 0.09 * Math.sin(3 * angle + x) + 0.05 * Math.sin(5 * angle));
            double px = x + Math.cos(angle) * reach;
            double py = y + Math.sin(angle) * reach * 0.8;
            if (i == 0) {
                outline.moveTo(px, py);
            } else {
                outline.lineTo(px, py);
            }
        }
        outline.closePath();
        return outline;
    }

    private void scaleBar(Graphics2D pen) {
        int segment = width / 15;
        int thick = Math.max(6, height / 50);
        int x = width - 4 * segment - width / 20;
        int y = height - height / 11;
        for (int i = 0; i < 4; i++) {
            pen.setColor(i % 2 == 0 ? Color.WHITE : new Color(18, 18, 18));
            pen.fillRect(x + i * segment, y, segment, thick);
        }
        pen.setColor(new Color(18, 18, 18));
        pen.setStroke(new BasicStroke(Math.max(1f, width / 1300f)));
        pen.drawRect(x, y, 4 * segment, thick);
    }

    private void grain(BufferedImage image) {
        int[] row = new int[width];
        for (int y = 0; y < height; y++) {
            image.getRGB(0, y, width, 1, row, 0, width);
            for (int x = 0; x < width; x++) {
                long bits = noise.hash(x, y);
                int shift = (int) (bits & 0xff) % GRAIN - GRAIN / 2;
                int tint = (int) (bits >>> 8 & 0xff) % 9 - 4;
                int rgb = row[x];
                row[x] =
                        channel((rgb >> 16 & 255) + shift + tint) << 16
                                | channel((rgb >> 8 & 255) + shift) << 8
                                | channel((rgb & 255) + shift - tint);
            }
            image.setRGB(0, y, width, 1, row, 0, width);
        }
    }

    private static byte[] encode(BufferedImage image) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ImageOutputStream stream = ImageIO.createImageOutputStream(out)) {
            ImageWriteParam options = writer.getDefaultWriteParam();
            options.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            options.setCompressionQuality(QUALITY);
            writer.setOutput(stream);
            writer.write(null, new IIOImage(image, null, null), options);
        } finally {
            writer.dispose();
        }
        return out.toByteArray();
    }
}
