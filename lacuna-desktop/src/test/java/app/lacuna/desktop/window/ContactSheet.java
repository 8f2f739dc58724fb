package app.lacuna.desktop.window;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.image.WritableImage;
import javax.imageio.ImageIO;

/** Pictures of parts of the window on one sheet, for whoever wants to look at them. */
final class ContactSheet {
    private static final int GAP = 10;

    private final List<BufferedImage> pictures = new ArrayList<>();

    void add(WritableImage image) {
        pictures.add(copy(image));
    }

    static BufferedImage copy(WritableImage image) {
        int width = (int) image.getWidth();
        int height = (int) image.getHeight();
        BufferedImage copy = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                copy.setRGB(x, y, image.getPixelReader().getArgb(x, y));
            }
        }
        return copy;
    }

    /** Side by side, so many in a row. */
    void save(String name, int inARow) throws IOException {
        int width = GAP + pictures.stream().mapToInt(p -> p.getWidth() + GAP).max().orElse(0);
        int column = width - GAP;
        int rows = (pictures.size() + inARow - 1) / inARow;
        int[] tops = new int[rows + 1];
        for (int row = 0; row < rows; row++) {
            int from = row * inARow;
            int to = Math.min(pictures.size(), from + inARow);
            int height =
                    pictures.subList(from, to).stream()
                            .mapToInt(BufferedImage::getHeight)
                            .max()
                            .orElse(0);
            tops[row + 1] = tops[row] + height + GAP;
        }
        BufferedImage sheet =
                new BufferedImage(
                        GAP + column * inARow, GAP + tops[rows], BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = sheet.createGraphics();
        graphics.setColor(Color.GRAY);
        graphics.fillRect(0, 0, sheet.getWidth(), sheet.getHeight());
        for (int i = 0; i < pictures.size(); i++) {
            graphics.drawImage(
                    pictures.get(i), GAP + column * (i % inARow), GAP + tops[i / inARow], null);
        }
        graphics.dispose();
        Path folder = Files.createDirectories(Path.of("target/pictures"));
        ImageIO.write(sheet, "png", folder.resolve(name + ".png").toFile());
    }
}
